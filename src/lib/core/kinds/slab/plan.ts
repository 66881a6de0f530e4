/** Slabs in the plan: the outlines of those that no walls give, holes, folds, and on each facet how much it falls, and which way. */
import type { Mark } from '../../display/marks';
import type { Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { own, result, stage } from '../../document/stage';
import { add, along, angleOf, leftOf, scale, unit, type Point } from '../../geometry/point';
import { fallOf, steepness } from '../../kernels/falls/surface';
import { formatFall } from '../../units/fall';
import { facetsSeen, type SeenFacet } from './markers';
import { slabParts } from './shape';

/** mm of paper. */
const letters = 2.3;
/** What falls less is level. */
const least = 1e-6;

const slabPlans = stage(
  'plans of slabs',
  {
    slab: own('slab'),
    parts: result(slabParts),
    form: ({ project }) => settingsOf(project).fallsAs
  },
  ({ slab, parts, form }): readonly Mark[] => {
    if (!slab) return [];
    const mark = { subject: slab.id, group: 'slab', ink: 'shale' } as const;
    const ring = (points: readonly Point[]): Mark => ({
      ...{ ...mark, kind: 'stroke', points, closed: true, pen: 'face' }
    });
    return parts.flatMap(({ outline, holes, surface }): Mark[] => [
      ...(slab.outline.kind === 'drawn' ? [ring(outline)] : []),
      ...holes.map(ring),
      ...(surface.folds.length > 0
        ? [{ ...mark, kind: 'lines' as const, points: surface.folds.flat(), pen: 'fine' as const }]
        : []),
      ...(slab.falls ? facetsSeen(surface).flatMap((facet) => marker(slab.id, facet, form)) : [])
    ]);
  }
);

/** An arrow down the slope with the slope beside it; of what is level the word alone. */
function marker(
  subject: string,
  { at, reach, plane }: SeenFacet,
  form: Parameters<typeof formatFall>[1]
): Mark[] {
  const mark = { subject, group: 'slab', ink: 'tide' } as const;
  const slope = steepness(plane);
  const text = { ...mark, kind: 'text', height: letters, isDetail: true } as const;
  if (slope < least) return [{ ...text, at, angle: 0, text: 'level' }];
  const down = unit(fallOf(plane));
  const half = Math.min(0.6 * reach, 500);
  const [from, to] = [along(at, down, -half), along(at, down, half)];
  const head = [1, -1].flatMap((side) => [
    to,
    add(to, scale(add(scale(down, -0.35), scale(leftOf(down), 0.14 * side)), half))
  ]);
  // Read from below or from the right, above its line.
  const way = down.x < -1e-9 || (Math.abs(down.x) <= 1e-9 && down.y < 0) ? scale(down, -1) : down;
  return [
    { ...mark, kind: 'lines', points: [from, to, ...head], pen: 'fine', isDetail: true },
    { ...text, at: along(at, leftOf(way), 0.3 * half), angle: angleOf(way), text: formatFall(slope, form) }
  ];
}

export const planOfSlabs = (query: Query, storey: string): (readonly Mark[])[] =>
  [...query.project.tables.slab.values()].flatMap((slab) =>
    slab.storey === storey ? [query.get(slabPlans, slab.id)] : []
  );
