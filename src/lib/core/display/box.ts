/** How far marks reach. */
import { plainMarks } from './dimension';
import { textEnds, type Mark } from './marks';
import { boxOf } from '../geometry/ring';
import type { Point } from '../geometry/point';

/** Corners of everything drawn, texts with their width at so many mm a mm of paper; undefined for an empty list. */
export function marksBox(marks: Iterable<Mark>, paper = 0): ReturnType<typeof boxOf> | undefined {
  const points: Point[] = [];
  for (const mark of plainMarks([...marks], paper)) {
    if (mark.kind === 'region') points.push(...(mark.rings[0] ?? []));
    else if (mark.kind === 'stroke' || mark.kind === 'lines') points.push(...mark.points);
    else if (mark.kind === 'text') points.push(...textEnds(mark, paper));
    else
      points.push(
        { x: mark.centre.x - mark.radius, y: mark.centre.y - mark.radius },
        { x: mark.centre.x + mark.radius, y: mark.centre.y + mark.radius }
      );
  }
  return points.length > 0 ? boxOf(points) : undefined;
}
