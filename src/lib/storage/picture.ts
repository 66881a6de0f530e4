/** A small picture of a house for the list: the walls of its lowest drawn storey, as one path in a box. */
import type { Project } from '../core/document/kind';
import { boxOf } from '../core/geometry/ring';
import { frameRectangle } from '../core/kernels/joints/frame';
import { frameOf } from '../core/kinds/wall/frame';
import { storeysInOrder } from '../core/kinds/storey/record';
import { pictureSize } from './shelf';

/** So many walls are drawn at most, the longest: a row of the list stays small. */
const most = 120;

/** Whole numbers would show steps: tenths do not. */
const n = (value: number) => String(Math.round(value * 10) / 10);

/** SVG path; empty where no wall stands. */
export function pictureOf(project: Project): string {
  const walls = [...project.tables.wall.values()];
  const lowest = storeysInOrder(project).find(({ id }) => walls.some(({ storey }) => storey === id))?.id;
  const rings = walls
    .flatMap((wall) => (wall.storey === lowest ? (frameOf(project, wall) ?? []) : []))
    .sort((p, q) => q.length - p.length)
    .slice(0, most)
    .map((frame) => frameRectangle(frame, 0, frame.length, frame.y0, frame.y1));
  if (rings.length === 0) return '';
  const { minX, minY, maxX, maxY } = boxOf(rings.flat());
  const { width, height } = pictureSize;
  const scale = Math.min(width / Math.max(1, maxX - minX), height / Math.max(1, maxY - minY));
  const [left, top] = [(width - (maxX - minX) * scale) / 2, (height - (maxY - minY) * scale) / 2];
  return rings
    .map((ring) => {
      const corners = ring.map((p) => `${n(left + (p.x - minX) * scale)} ${n(top + (maxY - p.y) * scale)}`);
      return `M${corners.join('L')}Z`;
    })
    .join('');
}
