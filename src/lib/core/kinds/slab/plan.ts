/** Slabs in the plan: the outlines of those that no walls give, holes, folds, and on each facet how much it falls, and which way. */
import { arrowLines, readable } from '../../display/arrows';
import { characterWidth, type Mark } from '../../display/marks';
import type { Query, WorkStage } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { idOfKey, own, paperOfKey, result, scaledKey, stage } from '../../document/stage';
import { along, angleOf, leftOf, unit, type Point } from '../../geometry/point';
import { edgesOf, ringsHold } from '../../geometry/ring';
import { fallOf, steepness, type Surface } from '../../kernels/falls/surface';
import { waterFrom } from '../../kernels/falls/water';
import { formatFall, type FallForm } from '../../units/fall';
import { slabEdges } from './edge';
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
    parts: result(slabParts)
  },
  ({ slab, parts }): readonly Mark[] => {
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
        : [])
    ]);
  }
);

/** The way of water from the middle of a facet, where it goes on beyond it: what lies in it the arrow tells. */
function waterBeyond(surface: Surface, { at, rings }: SeenFacet): (readonly Point[])[] {
  const path = waterFrom(surface, at)?.points ?? [];
  return path.length > 2 && !path.slice(0, -1).every((p) => ringsHold(rings, p)) ? [path] : [];
}

/** What a slab falls by, by its id: kept apart from the scale, since finding the middles takes longest. */
const seenFalls = stage(
  'falls as they are seen',
  { parts: result(slabParts) },
  ({ parts }, id): readonly { id: string; facet: SeenFacet; water: (readonly Point[])[] }[] =>
    parts.flatMap(({ surface }) =>
      facetsSeen(surface).map((facet) => ({ id, facet, water: waterBeyond(surface, facet) }))
    )
);

/** The falls of a storey's slabs at a scale: `scaledKey(paper, storey)`. */
const fallsInPlan = stage(
  'falls in the plan',
  {
    facets: (query: Query, key) =>
      [...query.project.tables.slab.values()].flatMap(({ id, falls, storey }) =>
        falls && storey === idOfKey(key) ? query.get(seenFalls, id) : []
      ),
    form: ({ project }) => settingsOf(project).fallsAs
  },
  ({ facets, form }, key): readonly Mark[] =>
    facets.flatMap(({ id, facet, water }) => [
      ...water.map((points): Mark => ({
        ...{ subject: id, group: 'slab', ink: 'tide', kind: 'stroke' },
        ...{ points, closed: false, pen: 'fine' }
      })),
      ...marker(id, facet, form, paperOfKey(key))
    ])
);

export const fallMarks = (query: Query, storey: string, paper: number): readonly Mark[] =>
  query.get(fallsInPlan, scaledKey(paper, storey));

/** The outlines of slabs of a storey that are drawn and have falls written on them. */
export const markedSlabs = (query: Query, storey: string): (readonly Point[])[] =>
  [...query.project.tables.slab.values()].flatMap(({ storey: own, outline, falls }) =>
    own === storey && falls && outline.kind === 'drawn' ? [outline.points] : []
  );

/** An arrow down the slope, the slope written over it where there is room; of what is level the word alone. */
function marker(subject: string, { at, reach, plane }: SeenFacet, form: FallForm, paper: number): Mark[] {
  const mark = { subject, group: 'slab', ink: 'tide' } as const;
  const slope = steepness(plane);
  const written = slope < least ? 'level' : formatFall(slope, form);
  const hasRoom = (written.length * letters * characterWidth * paper) / 2 < 0.85 * reach;
  const text = { ...mark, kind: 'text', height: letters, text: written } as const;
  if (slope < least) return hasRoom ? [{ ...text, at, angle: 0 }] : [];
  const down = unit(fallOf(plane));
  const half = Math.min(0.6 * reach, 5 * paper);
  const points = arrowLines(along(at, down, -half), along(at, down, half), paper);
  const arrow: Mark = { ...mark, kind: 'lines', points, pen: 'fine' };
  const way = readable(down);
  if (!hasRoom) return [arrow];
  return [arrow, { ...text, at: along(at, leftOf(way), 0.9 * letters * paper), angle: angleOf(way) }];
}

/** Thickened edges, where floors are worked on: the inner line of their underside dashed, as it lies under the floor. */
const edgePlans = stage(
  'thickened edges in the plan',
  { cells: result(slabEdges) },
  ({ cells }, id): readonly Mark[] => {
    const lines = new Map<string, { line: [Point, Point]; isFoot: boolean[] }>();
    for (const { ring, intervals } of cells)
      for (const line of edgesOf(ring)) {
        const key = line
          .map(({ x, y }) => `${x} ${y}`)
          .sort()
          .join(' ');
        const { bottom } = intervals[0]!;
        const sides = lines.get(key)?.isFoot ?? [];
        lines.set(key, { line: [...line], isFoot: [...sides, bottom.a === 0 && bottom.b === 0] });
      }
    const points = [...lines.values()].flatMap(({ line, isFoot }) =>
      isFoot.length === 2 && isFoot[0] !== isFoot[1] ? line : []
    );
    return points.length > 0
      ? [{ subject: id, group: 'slab', ink: 'shale', kind: 'lines', points, pen: 'roof' }]
      : [];
  }
);

export const planOfEdges = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  at === 'floors'
    ? [...query.project.tables.slab.values()].flatMap((slab) =>
        slab.storey === storey && slab.edge ? [query.get(edgePlans, slab.id)] : []
      )
    : [];

export const planOfSlabs = (query: Query, storey: string): (readonly Mark[])[] =>
  [...query.project.tables.slab.values()].flatMap((slab) =>
    slab.storey === storey ? [query.get(slabPlans, slab.id)] : []
  );
