/** Procedural textures at true size: one repeat of courses, bond, boards or tiles, drawn on a small canvas. */
import * as THREE from 'three';
import { tolerances } from '../core/geometry/tolerances';
import type { Material } from '../core/kinds/material/record';

/** Side of one repeat, pixels; boards are long, so theirs is wider. */
const pixels = 128;
const boardPixels = 1024;

/** Joint lines of one repeat, as rectangles in shares of it; courses shift by half from row to row. */
function drawRepeat(context: CanvasRenderingContext2D, texture: Material['texture']) {
  const { width } = context.canvas;
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, pixels);
  // Every unit a little lighter or darker, the same each time.
  const shade = (x: number, y: number, w: number, h: number, k: number) => {
    context.fillStyle = `rgba(0, 0, 0, ${0.02 + 0.07 * k})`;
    context.fillRect(x * width, y * pixels, w * width, h * pixels);
  };
  context.lineWidth = 3;
  context.strokeStyle = 'rgba(0, 0, 0, 0.26)';
  const line = (x0: number, y0: number, x1: number, y1: number) => {
    context.beginPath();
    context.moveTo(x0 * width, y0 * pixels);
    context.lineTo(x1 * width, y1 * pixels);
    context.stroke();
  };
  if (texture === 'boards') {
    shade(0, 0, 1, 0.5, 0.1);
    shade(0, 0.5, 1, 0.5, 0.5);
    for (const y of [0, 0.5, 1]) line(0, y, 1, y);
    line(0.35, 0, 0.35, 0.5);
    line(0.8, 0.5, 0.8, 1);
    return;
  }
  const rows = 2;
  for (let row = 0; row < rows; row++) {
    const y = row / rows;
    const shift = texture === 'tiles' || texture === 'bond' ? (row % 2) / 4 : row === 0 ? 0.1 : 0.33;
    for (let k = -1; k < 2; k++) shade(k / 2 + shift, y, 0.5, 0.5, ((k + 2 + row * 2) * 0.37) % 1);
    line(0, y, 1, y);
    for (let k = -1; k < 3; k++) line(k / 2 + shift, y, k / 2 + shift, y + 1 / rows);
  }
  line(0, 1, 1, 1);
}

/** A repeat holds two units each way. */
export const unitsPerRepeat = 2;

export function makeTexture(kind: Material['texture']): THREE.CanvasTexture {
  const canvas = document.createElement('canvas');
  canvas.width = kind === 'boards' ? boardPixels : pixels;
  canvas.height = pixels;
  drawRepeat(canvas.getContext('2d')!, kind);
  const texture = new THREE.CanvasTexture(canvas);
  texture.wrapS = texture.wrapT = THREE.RepeatWrapping;
  texture.colorSpace = THREE.SRGBColorSpace;
  texture.anisotropy = 4;
  return texture;
}

/**
 * Texture places for triangles in metres, Y up: along the face horizontally, and up the face, so that courses stay
 * level on walls and follow the slope of roofs. `unit`: size of one unit, mm.
 */
export function placeTexture(
  positions: Float32Array,
  normals: Float32Array,
  unit: { length: number; height: number }
): Float32Array {
  const places = new Float32Array((positions.length / 3) * 2);
  const [perU, perV] = [1000 / (unit.length * unitsPerRepeat), 1000 / (unit.height * unitsPerRepeat)];
  for (let i = 0, k = 0; i < positions.length; i += 3, k += 2) {
    const [nx, ny, nz] = [normals[i]!, normals[i + 1]!, normals[i + 2]!];
    const flat = Math.hypot(nx, nz);
    // Along the face: level, square to the normal; on floors along x.
    const [ux, uz] = flat < tolerances.square ? [1, 0] : [nz / flat, -nx / flat];
    const [vx, vy, vz] = flat < tolerances.square ? [0, 0, -1] : [ny * uz, nz * ux - nx * uz, -ny * ux];
    const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
    places[k] = (x * ux + z * uz) * perU;
    places[k + 1] = (x * vx + y * Math.abs(vy) + z * vz) * perV;
  }
  return places;
}
