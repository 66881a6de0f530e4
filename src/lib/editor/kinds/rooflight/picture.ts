/** A rooflight, looked at square to its slope. */
import { lightMade, type Rooflight } from '../../../core/kinds/rooflight/record';
import { signOf } from '../../../core/kinds/rooflight/plan';
import { rectangleOf, segment, type Picture, type PictureShape } from '../../details/picture';
import type { Editor } from '../../editor';

/** Drawn of the slope below it at most, mm. */
const below = 900;

export function rooflightPictures(_: Editor, light: Rooflight): Picture[] {
  const { width, height, up } = light;
  const [left, right] = [-width / 2, width / 2];
  // Far up the slope what is below is cut short: the size says how much it is.
  const foot = Math.min(up, below);
  const { face } = lightMade;
  const glass = rectangleOf(left + face, foot + face, right - face, foot + height - face);
  const closed = { closed: true, pen: 'face' } as const;
  return [
    {
      label: 'The rooflight, square to its slope: its width, its height, how far up it lies',
      height: 220,
      shapes: [
        { points: segment(left - 400, 0, right + 400, 0), ink: 'shale', pen: 'fine', line: 'dash-dot' },
        { points: rectangleOf(left, foot, right, foot + height), ...closed, fill: 'paper' },
        { points: glass, ...closed, fill: 'fog' },
        ...signOf(light.opens, glass).map((points): PictureShape => ({
          points,
          ink: 'shale',
          pen: 'fine',
          line: 'dashes'
        }))
      ],
      sizes: [
        { from: { x: left, y: 0 }, to: { x: right, y: 0 }, lane: 1, field: 'width' },
        { from: { x: right, y: foot }, to: { x: right, y: foot + height }, lane: 1, field: 'height' },
        ...(up > 0 ? [{ from: { x: right, y: 0 }, to: { x: right, y: foot }, lane: 1, field: 'up' }] : [])
      ],
      words: []
    }
  ];
}
