/** Marks of equal look as one path each. */
import type { Point } from '../core/geometry/point';
import { pens, type Hatch, type Ink, type PlainMark } from '../core/display/marks';

export interface Batch {
  readonly hatch: Exclude<Hatch, 'none'> | undefined;
  readonly fill: string | undefined;
  readonly stroke: Ink | undefined;
  readonly width: number;
  readonly dash: readonly number[];
  readonly path: Path2D;
}

function addRing(path: Path2D, points: readonly Point[], closed: boolean) {
  points.forEach((p, i) => (i === 0 ? path.moveTo(p.x, p.y) : path.lineTo(p.x, p.y)));
  if (closed) path.closePath();
}

/** The paths of one drawing surface: a path is kept as long as the list of marks that it draws. */
export class Batches {
  private readonly kept = new WeakMap<readonly PlainMark[], readonly Batch[]>();

  of(marks: readonly PlainMark[]): readonly Batch[] {
    let made = this.kept.get(marks);
    if (!made) this.kept.set(marks, (made = batched(marks)));
    return made;
  }
}

/** Marks of equal look as one path each, fills first. */
function batched(marks: readonly PlainMark[]): readonly Batch[] {
  const found = new Map<string, Batch>();
  const batch = (
    fill: string | undefined,
    mark: Extract<PlainMark, { pen?: unknown }>,
    hatch?: Batch['hatch']
  ) => {
    const key = hatch ? `hatch ${hatch}` : fill ? `fill ${fill}` : `${mark.pen} ${mark.ink}`;
    let entry = found.get(key);
    if (!entry) {
      const pen = mark.pen ? pens[mark.pen] : undefined;
      entry = {
        hatch,
        fill,
        stroke: fill || hatch ? undefined : mark.ink,
        width: pen?.width ?? 0,
        dash: pen?.dash ?? [],
        path: new Path2D()
      };
      found.set(key, entry);
    }
    return entry.path;
  };
  for (const mark of marks) {
    if (mark.kind === 'text') continue;
    if (mark.kind === 'arc') {
      const path = batch(undefined, mark);
      path.moveTo(
        mark.centre.x + mark.radius * Math.cos(mark.a0),
        mark.centre.y + mark.radius * Math.sin(mark.a0)
      );
      path.arc(mark.centre.x, mark.centre.y, mark.radius, mark.a0, mark.a1);
      continue;
    }
    if (mark.kind === 'lines') {
      const path = batch(undefined, mark);
      mark.points.forEach((p, i) => (i % 2 === 0 ? path.moveTo(p.x, p.y) : path.lineTo(p.x, p.y)));
      continue;
    }
    if (mark.kind === 'stroke') {
      addRing(batch(undefined, mark), mark.points, mark.closed);
      continue;
    }
    for (const path of [
      batch(mark.fill, mark),
      ...(mark.hatch && mark.hatch !== 'none' ? [batch(undefined, mark, mark.hatch)] : []),
      ...(mark.pen ? [batch(undefined, mark)] : [])
    ])
      for (const ring of mark.rings) addRing(path, ring, true);
  }
  const order = ({ fill, hatch }: Batch) => (fill ? 0 : hatch ? 1 : 2);
  return [...found.values()].sort((p, q) => order(p) - order(q));
}
