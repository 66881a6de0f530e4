/** Columns and chimneys in the plan of a storey: cut where they pass its cut, lines where they end below or begin above. */
import { boxOf, ringHolds, type Ring } from '../geometry/ring';
import { fromAngle, type Point } from '../geometry/point';
import { innerPoint } from '../geometry/triangulate';
import { cutVoid, isOnCut, piecesOf } from '../derive/5-solids';
import type { Model } from '../derive/graph';
import { chimneyVoids, columnRing, hearthsOf, stackRing, topOfColumn } from '../derive/standing';
import type { Chimney, Column, Project, Storey } from '../project/records';
import type { Mark, Pen } from './display';
import { cutHeight, type MaterialTable } from './plan';

const kept = new WeakMap<Storey, { inputs: readonly unknown[]; marks: readonly Mark[] }>();

/** Marks of all that stands on a storey or passes through it; the same array while nothing it reads changed. */
export function drawStanding(project: Project, derived: Model, storey: Storey): readonly Mark[] {
  const { column, chimney, material, storey: storeys } = project.tables;
  const chimneys = [...chimney.values()];
  const tops = chimneys.map((one) => derived.chimneyTop(project, one));
  const inputs = [column, chimney, material, storeys, ...tops];
  const old = kept.get(storey);
  if (old && old.inputs.length === inputs.length && old.inputs.every((one, i) => one === inputs[i]))
    return old.marks;
  const marks = [
    ...[...column.values()].flatMap((one) => drawColumn(project, one, storey, material)),
    ...chimneys.flatMap((one, i) => drawChimney(project, one, tops[i]!, storey, material))
  ];
  kept.set(storey, { inputs, marks });
  return marks;
}

interface Standing {
  readonly id: string;
  readonly storey: string;
  readonly base: number;
  readonly material: string;
}

/** `under`: the floor, which hides it. */
type Reach = 'cut' | 'below' | 'under' | 'above' | 'away';

/** How a thing meets the cut of a storey; what does not pass it shows only on its own storey. */
function reachOf(project: Project, thing: Standing, top: number, storey: Storey): Reach {
  const height = storey.datum + cutHeight;
  const base = (project.tables.storey.get(thing.storey)?.datum ?? 0) + thing.base;
  if (base < height && height < top) return 'cut';
  if (thing.storey !== storey.id) return 'away';
  return top <= storey.datum ? 'under' : top <= height ? 'below' : 'above';
}

const closed = (subject: string, points: Ring, pen: Pen): Mark => ({
  ...{ kind: 'path', subject, layer: 'standing', points, closed: true },
  ...{ pen, ink: 'slate' }
});

function filled(thing: Standing, points: Ring, materials: MaterialTable): Mark {
  const material = materials.get(thing.material);
  return {
    ...{ kind: 'path', subject: thing.id, layer: 'standing', points, closed: true, ink: 'slate' },
    fill: material?.colour ?? '#C9CCC6',
    ...(material && material.hatch !== 'none' && { hatch: material.hatch })
  };
}

const penFor = { cut: 'cut', below: 'face', under: 'overhead', above: 'overhead' } as const;

function drawColumn(project: Project, column: Column, storey: Storey, materials: MaterialTable): Mark[] {
  const datum = project.tables.storey.get(column.storey)?.datum ?? 0;
  const reach = reachOf(project, column, datum + topOfColumn(project, column), storey);
  if (reach === 'away') return [];
  const ring = columnRing(column);
  return [
    ...(reach === 'above' || reach === 'under' ? [] : [filled(column, ring, materials)]),
    closed(column.id, ring, penFor[reach])
  ];
}

/**
 * Cut through the fires of the storey where it has any, so that they are seen; the flues over them dashed. Other flues
 * are open. Hearths as seen from above.
 */
function drawChimney(
  project: Project,
  chimney: Chimney,
  top: number,
  storey: Storey,
  materials: MaterialTable
): Mark[] {
  const reach = reachOf(project, chimney, top, storey);
  if (reach === 'away') return [];
  const stack = stackRing(chimney);
  if (reach === 'above') return [closed(chimney.id, stack, 'overhead')];
  const own = (flue: number) => chimney.flues[flue]!.storey === storey.id;
  const voids = chimneyVoids(project, chimney);
  const open = voids.filter(
    ({ flue, isFire, z0 }) =>
      (isFire && own(flue)) ||
      (!isFire && z0 < storey.datum + cutHeight && !(own(flue) && hasFire(chimney, flue)))
  );
  const overhead = voids.filter(({ flue, isFire }) => !isFire && own(flue) && hasFire(chimney, flue));
  const rings = open.map(({ ring }) => ({ ring, box: boxOf(ring) }));
  const cuts = rings.map((one) =>
    cutVoid({ ...one, subject: chimney.id, z0: 0, z1: 1, roofs: false }, fromAngle(chimney.angle), 0)
  );
  const masonry = piecesOf(stack, cuts).filter((piece) => {
    const inside = innerPoint(piece);
    return inside && !rings.some(({ ring }) => ringHolds(ring, inside));
  });
  const borders = [...rings, { ring: stack, box: boxOf(stack) }];
  const lines: Point[] = [];
  for (const piece of masonry)
    piece.forEach((p, i) => {
      const q = piece[(i + 1) % piece.length]!;
      if (isOnCut(borders, p, q)) lines.push(p, q);
    });
  return [
    ...hearthsOf(project, chimney)
      .filter((hearth) => hearth.storey === storey.id)
      .map(({ ring }) => closed(chimney.id, ring, 'fine')),
    ...masonry.map((piece) => filled(chimney, piece, materials)),
    {
      ...{ kind: 'lines', subject: chimney.id, layer: 'standing', points: lines, ink: 'slate' },
      pen: penFor[reach]
    },
    ...overhead.map(({ ring }) => closed(chimney.id, ring, 'overhead'))
  ];
}

const hasFire = (chimney: Chimney, flue: number) => chimney.flues[flue]!.fire !== null;
