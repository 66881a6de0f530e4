/** What a change does beyond the things that it names, in words: said before it is made and after. */
import type { Query } from '../document/kind';
import { nameElement } from '../document/names';
import { applyPatch, type Patch } from '../document/patch';
import { settingsOf } from '../document/project';
import { ringsArea } from '../geometry/ring';

import { slabRings } from '../kinds/slab/rings';
import { roofModels } from '../kinds/roof/stages';
import { saidOfAlignments } from '../kinds/alignment/kept';
import { saidOfSills } from '../kinds/opening/over-floor';
import { saidOfStairs } from '../kinds/stair/solved';
import type { Wall } from '../kinds/wall/record';
import { formatArea } from '../units/area';
import { formatLength } from '../units/length';

type WallChange = readonly [before: Wall, after: Wall];

const wallChanges = (patch: Patch): WallChange[] =>
  [...patch.values()].flatMap(({ before, after }): WallChange[] =>
    before?.kind === 'wall' && after?.kind === 'wall' ? [[before, after]] : []
  );

/** Sentences, or an empty text. Cheap where a patch turns no wall into another kind and carries none up. */
export function besides(query: Query, patch: Patch): string {
  const changes = wallChanges(patch);
  return [
    carriedUp(query, patch, changes),
    ...followed(query, patch, changes),
    ...saidOfSills(query, patch),
    ...saidOfStairs(query, patch),
    ...saidOfAlignments(query, patch)
  ]
    .filter(Boolean)
    .join(' ');
}

/** A roof takes the tops of the walls under it. */
function carriedUp(query: Query, patch: Patch, changes: readonly WallChange[]): string {
  if (![...patch.values()].some(({ after }) => after?.kind === 'roof')) return '';
  const raised = changes.filter(([p, q]) => p.top.kind !== 'roof' && q.top.kind === 'roof');
  if (raised.length === 0) return '';
  const { units } = settingsOf(query.project);
  const heights = raised.flatMap(([{ top }]) => (top.kind === 'height' ? [top.height] : []));
  const range = [...new Set([Math.min(...heights), Math.max(...heights)])].map((h) => formatLength(h, units));
  const before = heights.length > 0 ? `, ${range.join(' to ')} high until now` : '';
  return raised.length === 1
    ? `1 wall is carried up to it${before}.`
    : `${raised.length} walls are carried up to it${before}.`;
}

/** Slabs and roofs follow the outer walls: a wall that is one no longer changes what they cover. */
function followed(query: Query, patch: Patch, changes: readonly WallChange[]): string[] {
  const storeys = new Set(changes.flatMap(([p, q]) => (p.role === q.role ? [] : [p.storey])));
  if (storeys.size === 0) return [];
  const { slab, roof } = query.project.tables;
  const { units } = settingsOf(query.project);
  const words = (area: number) => formatArea(area, units, 1);
  const after = query.at(applyPatch(query.project, patch));
  const on = ({ storey }: { readonly storey: string }) => storeys.has(storey);
  const covers = (asked: Query) => [
    ...[...slab.values()].filter(on).map(({ id }) => [id, ringsArea(asked.get(slabRings, id))] as const),
    ...[...roof.values()]
      .filter(on)
      .map(
        ({ id }) => [id, ringsArea((asked.get(roofModels, id)?.eaves ?? []).map(({ ring }) => ring))] as const
      )
  ];
  const now = new Map(covers(after));
  return covers(query).flatMap(([id, area]) => {
    const then = now.get(id) ?? 0;
    if (words(then) === words(area)) return [];
    return [`${nameElement(query.project, id)} follows: ${words(area)} becomes ${words(then)}.`];
  });
}
