/** Marks of equal look as one path each. */
import { hatchTiles, pens, type Ink, type Mark } from '../core/drawing/display';

export interface Batch {
  readonly hatch: keyof typeof hatchTiles | undefined;
  readonly fill: string | undefined;
  readonly stroke: Ink | undefined;
  readonly width: number;
  readonly dash: readonly number[];
  readonly path: Path2D;
}

const batches = new WeakMap<readonly Mark[], readonly Batch[]>();

/** Marks of equal look as one path each, fills first. Kept with the marks. */
export function batchesOf(marks: readonly Mark[]): readonly Batch[] {
  const old = batches.get(marks);
  if (old) return old;
  const found = new Map<string, Batch>();
  const batch = (
    fill: string | undefined,
    mark: Extract<Mark, { pen?: unknown }>,
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
    for (const path of [
      ...(mark.fill ? [batch(mark.fill, mark)] : []),
      ...(mark.hatch && mark.hatch !== 'none' ? [batch(undefined, mark, mark.hatch)] : []),
      ...(mark.pen ? [batch(undefined, mark)] : [])
    ]) {
      mark.points.forEach((p, i) => (i === 0 ? path.moveTo(p.x, p.y) : path.lineTo(p.x, p.y)));
      if (mark.closed) path.closePath();
    }
  }
  const order = ({ fill, hatch }: Batch) => (fill ? 0 : hatch ? 1 : 2);
  const list = [...found.values()].sort((p, q) => order(p) - order(q));
  batches.set(marks, list);
  return list;
}
