/** Pictures of plans as pixels: four bytes each, from the upper left, row by row. Colour sums: ITU-R BT.601. */
import { inverse, type Homography } from '../../geometry/homography';
import type { Box } from '../../geometry/ring';

type Pixels = Uint8ClampedArray;

const brightness = (data: Pixels, k: number) =>
  0.299 * data[k]! + 0.587 * data[k + 1]! + 0.114 * data[k + 2]!;

/** In place: greys only. */
export function makeGrey(data: Pixels) {
  for (let k = 0; k < data.length; k += 4) data[k] = data[k + 1] = data[k + 2] = brightness(data, k);
}

/** In place: what is as bright as paper lets through what is under it; half as dark as black is full. */
export function clearPaper(data: Pixels) {
  for (let k = 0; k < data.length; k += 4)
    data[k + 3] = Math.min(data[k + 3]!, 2 * (255 - brightness(data, k)));
}

/**
 * A photo put right, what of it comes to lie in `box`: `map` takes its places (right and up from its lower left corner, pixels) to where they are to lie.
 * Each pixel is read between its four neighbours; beyond the photo it is clear. Cost: pixels of the result.
 */
export function putRight(
  from: { readonly data: Pixels; readonly width: number; readonly height: number },
  map: Homography,
  box: Box,
  width: number,
  height: number
): Pixels {
  const out = new Uint8ClampedArray(4 * width * height);
  const [a, b, c, d, e, f, g, h, i] = inverse(map) as [
    ...[number, number, number],
    ...[number, number, number],
    ...[number, number, number]
  ];
  const { data } = from;
  // What lies on the other side of the horizon comes out with the other sign.
  const [mx, my] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const side = Math.sign(g * mx + h * my + i);
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const x = box.minX + ((column + 0.5) * (box.maxX - box.minX)) / width;
      const y = box.maxY - ((row + 0.5) * (box.maxY - box.minY)) / height;
      const w = g * x + h * y + i;
      if (w * side <= 0) continue;
      const u = (a * x + b * y + c) / w - 0.5;
      const v = from.height - (d * x + e * y + f) / w - 0.5;
      const [u0, v0] = [Math.floor(u), Math.floor(v)];
      if (u0 < 0 || v0 < 0 || u0 + 1 >= from.width || v0 + 1 >= from.height) continue;
      const [s, t] = [u - u0, v - v0];
      const at = 4 * (v0 * from.width + u0);
      const below = at + 4 * from.width;
      const put = 4 * (row * width + column);
      for (let k = 0; k < 4; k++)
        out[put + k] =
          (data[at + k]! * (1 - s) + data[at + 4 + k]! * s) * (1 - t) +
          (data[below + k]! * (1 - s) + data[below + 4 + k]! * s) * t;
    }
  return out;
}
