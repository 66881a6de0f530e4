/** Guides as lines of the plan: they follow the faces they were set out from. */
import { add, dot, leftOf, scale, subtract, unit, type Point } from '../../geometry/point';
import { borderOf, sizeBetween } from '../dimension/sizes';
import type { Project } from '../../document/kind';
import type { Guide } from './record';

/** Endless, through a point along a unit direction. */
export interface Line {
  readonly point: Point;
  readonly direction: Point;
}

/** One line, or those between equal parts; none where what it was set out from is gone or no longer parallel. */
export function guideLines(project: Project, { line }: Guide): Line[] {
  switch (line.kind) {
    case 'points':
      return [{ point: line.a, direction: unit(subtract(line.b, line.a)) }];
    case 'face': {
      const face = borderOf(project, { wall: line.wall, side: line.side });
      if (!face) return [];
      const away = scale(leftOf(face.direction), line.side === 'left' ? line.distance : -line.distance);
      return [{ point: add(face.point, away), direction: face.direction }];
    }
    case 'division': {
      const [from, to] = [borderOf(project, line.from), borderOf(project, line.to)];
      const between = from && to && sizeBetween(from, to);
      if (!between) return [];
      const { size, way } = between;
      return Array.from({ length: line.parts - 1 }, (_, i) => ({
        point: add(from.point, scale(way, (size * (i + 1)) / line.parts)),
        direction: leftOf(way)
      }));
    }
  }
}

/** A stretch of a line that goes past a place by `reach` both ways. */
export const stretchOf = ({ point, direction }: Line, near: Point, reach: number): [Point, Point] => {
  const middle = add(point, scale(direction, dot(subtract(near, point), direction)));
  return [add(middle, scale(direction, -reach)), add(middle, scale(direction, reach))];
};
