/** Keeping walls over those of the storey below. */
import { command, done, freshOrGiven, need, refuse } from '../../document/command';
import type { Project, Query } from '../../document/kind';
import { nameOf } from '../../document/names';
import { freshIds } from '../../document/project';
import * as s from '../../document/schemas';
import { toStored } from '../../geometry/tolerances';
import { datumOf } from '../storey/record';
import { unit } from '../../geometry/point';
import { chainOf } from '../wall/moves';
import { storeyNodes } from '../wall/nodes';
import { outwardsOf, wallLines, type Wall, type WallLine } from '../wall/record';
import { offsetBetween, runAlike, wallsUnder } from './lines';
import type { Alignment } from './record';

const line = () => s.oneOf(wallLines);

/** Refuses a pair that cannot be kept over each other. */
function checkPair(project: Project, upper: Wall, lower: Wall) {
  const texts = { thing: nameOf(project, upper), other: nameOf(project, lower) };
  const subjects = [upper.id, lower.id];
  if (datumOf(project, upper.storey) <= datumOf(project, lower.storey))
    refuse(project, 'alignment.storeys', { subjects, texts });
  if (!runAlike(upper, lower)) refuse(project, 'alignment.unlike', { subjects, texts });
}

const alignmentOf = (project: Project, upper: string): Alignment | undefined =>
  [...project.tables.alignment.values()].find((one) => one.upper === upper);

/** Alignments of walls with those that stand under them, the offset as it is unless one is given. */
export function alignmentsFor(
  project: Project,
  walls: readonly Wall[],
  given: {
    lower?: string | undefined;
    upperLine?: WallLine | undefined;
    lowerLine?: WallLine | undefined;
    offset?: number | undefined;
  },
  id?: string
): Alignment[] {
  const ids = id === undefined ? freshIds(project, 'alignment', walls.length) : [id];
  return walls.map((wall, i): Alignment => {
    const lower =
      given.lower === undefined ? wallsUnder(project, wall)[0] : need(project, 'wall', given.lower);
    if (!lower)
      return refuse(project, 'alignment.nothing', {
        subjects: [wall.id],
        texts: { thing: nameOf(project, wall) }
      });
    checkPair(project, wall, lower);
    const plain: Omit<Alignment, 'offset'> = {
      ...{ id: ids[i]!, kind: 'alignment', name: '', upper: wall.id, lower: lower.id },
      ...{ upperLine: given.upperLine ?? 'outer', lowerLine: given.lowerLine ?? 'outer' }
    };
    return { ...plain, offset: toStored(given.offset ?? offsetBetween(project, plain)) };
  });
}

export const alignWalls = command({
  name: 'alignWalls',
  about:
    'Keep walls over walls of the storey below (`lower`, else over those that stand under them): a line of each (outer, structureOuter, centre, structureInner, inner) lies `offset` outwards of one of the lower wall, 0 flush with it; without `offset` as far as it does now.',
  args: s.object({
    id: s.id(),
    walls: s.ids().required(),
    lower: s.id(),
    upperLine: line(),
    lowerLine: line(),
    offset: s.mm()
  }),
  example: { walls: ['wall-5'], offset: 0 },
  run: (project, { id, walls: ids, ...given }) => {
    const walls = [...new Set(ids)].map((one) => need(project, 'wall', one));
    for (const wall of walls) {
      const old = alignmentOf(project, wall.id);
      if (old)
        refuse(project, 'alignment.twice', {
          subjects: [wall.id, old.id],
          texts: {
            thing: nameOf(project, wall),
            other: nameOf(project, project.tables.wall.get(old.lower))
          }
        });
    }
    const own = id === undefined || walls.length > 1 ? undefined : freshOrGiven(project, 'alignment', id);
    const made = alignmentsFor(project, walls, given as Parameters<typeof alignmentsFor>[2], own);
    const label = walls.length === 1 ? 'Keep a wall over another' : `Keep ${walls.length} walls over others`;
    return done(
      project,
      label,
      made,
      [],
      made.map((one) => one.id)
    );
  }
});

/** Alignments of walls in line with an upper wall, that were kept as it was: they go on being so. */
function inLineWith(query: Query, old: Alignment): Alignment[] {
  const { wall, alignment } = query.project.tables;
  const upper = wall.get(old.upper);
  if (!upper) return [];
  const chain = chainOf(storeyNodes(query, upper.storey), [upper.id], unit(outwardsOf(upper)));
  return [...alignment.values()].filter(
    (one) =>
      one.id !== old.id &&
      chain.has(one.upper) &&
      one.offset === old.offset &&
      one.upperLine === old.upperLine &&
      one.lowerLine === old.lowerLine
  );
}

export const setAlignment = command({
  name: 'setAlignment',
  about:
    'Change how a wall is kept over another: which, by what lines, how far outwards. Walls in line with it that are kept by the same offset go along.',
  args: s.object({
    id: s.id().required(),
    lower: s.id(),
    upperLine: line(),
    lowerLine: line(),
    offset: s.mm()
  }),
  example: { id: 'alignment-1', offset: 280 },
  run: (project, { id, lower, upperLine, lowerLine, offset }, query) => {
    const old = need(project, 'alignment', id);
    const below = lower === undefined ? undefined : need(project, 'wall', lower);
    if (below) checkPair(project, need(project, 'wall', old.upper), below);
    const lines = {
      ...old,
      lower: below?.id ?? old.lower,
      upperLine: (upperLine as WallLine | undefined) ?? old.upperLine,
      lowerLine: (lowerLine as WallLine | undefined) ?? old.lowerLine
    };
    // By other lines it stays where it is, unless that is said too.
    const isOther =
      lines.lower !== old.lower || lines.upperLine !== old.upperLine || lines.lowerLine !== old.lowerLine;
    const kept = isOther ? offsetBetween(project, lines) : old.offset;
    const changed = { ...lines, offset: toStored(offset ?? kept) };
    return done(project, 'Change an alignment', [
      changed,
      ...(isOther ? [] : inLineWith(query, old).map((one) => ({ ...one, offset: changed.offset })))
    ]);
  }
});
