/** The outline of a column, and how high it reaches. */
import { cornersOf, turned } from '../../kernels/solids/rect';
import { along, fromAngle, type Point } from '../../geometry/point';
import type { Column } from './record';
import type { Project } from '../../document/kind';
import { heightsOf } from '../wall/standing';

/** How far the sides of a round column's prism may lie inside the circle, mm. */
const roundness = 0.25;

/** Counter-clockwise; a round column as a prism whose corners lie on the circle. */
export function columnRing({ at, angle, profile }: Pick<Column, 'at' | 'angle' | 'profile'>): Point[] {
  if (profile.kind === 'rectangle') {
    const [x, y] = [profile.width / 2, profile.depth / 2];
    return turned(at, angle, cornersOf({ x0: -x, x1: x, y0: -y, y1: y }));
  }
  const r = profile.diameter / 2;
  const quarter = Math.ceil(Math.PI / Math.acos(1 - Math.min(roundness / r, 0.1)) / 4);
  const n = 4 * Math.max(4, quarter);
  return Array.from({ length: n }, (_, k) => along(at, fromAngle(angle + (2 * Math.PI * k) / n), r));
}

/** Above the datum of the column's storey; Infinity for one that is carried up to the roof. */
export function topOfColumn(project: Project, column: Column): number {
  return heightsOf(project, { ...column, on: null })?.top ?? 0;
}
