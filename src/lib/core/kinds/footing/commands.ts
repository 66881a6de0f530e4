/** Laying footings under walls and columns, and changing them. */
import { checkBound, measuredFromTop, standsOrEndsAt } from '../wall/bound';
import {
  after,
  command,
  done,
  freshOrGiven,
  lengthOr,
  need,
  needPositive,
  refuse
} from '../../document/command';
import type { Project, Query } from '../../document/kind';
import { nameOf } from '../../document/names';
import { settingsOf } from '../../document/project';
import * as s from '../../document/schemas';
import { toStored } from '../../geometry/tolerances';
import { highestBottom, lapOf } from '../../kernels/footings/steps';
import { armsOf, crossingsOf } from '../../kernels/footings/strips';
import { usualSizes } from '../../units/usual';
import { usualMaterial } from '../material/usual';
import { datumOf } from '../storey/record';
import { footingBreadths, mostOver, type Footing, type OverFooting } from './record';
import { groundOverFootings, standingOn, stripsUnder } from './shape';

const over = () =>
  s
    .array(
      s
        .object({ of: s.id().required(), projection: s.mm().min(0).nullable() })
        .noUnknown(true)
        .required()
    )
    .max(mostOver)
    .default(undefined);

const footingArgs = () => ({
  name: s.name(),
  walls: over(),
  columns: over(),
  breadth: s.oneOf(footingBreadths),
  projection: s.mm().min(0),
  thickness: s.mm(),
  material: s.id(),
  top: s.mm(),
  depth: s.mm().min(0),
  step: s.mm().min(0),
  wallTop: s.mm().nullable(),
  wallMaterial: s.id(),
  working: s.mm().min(0)
});

interface Given {
  readonly name?: string | undefined;
  readonly walls?: readonly { of: string; projection?: number | null | undefined }[] | undefined;
  readonly columns?: readonly { of: string; projection?: number | null | undefined }[] | undefined;
  readonly breadth?: string | undefined;
  readonly projection?: number | undefined;
  readonly thickness?: number | undefined;
  readonly material?: string | undefined;
  readonly top?: number | undefined;
  readonly depth?: number | undefined;
  readonly step?: number | undefined;
  readonly wallTop?: number | null | undefined;
  readonly wallMaterial?: string | undefined;
  readonly working?: number | undefined;
}

/** What is named, once each, all on the storey of the footing. */
function overOf(
  project: Project,
  kind: 'wall' | 'column',
  storey: string,
  given: Given['walls'] & object
): OverFooting[] {
  const found = new Map<string, OverFooting>();
  for (const { of, projection } of given) {
    const one = need(project, kind, of);
    if (one.storey !== storey)
      refuse(project, 'footing.storey', { subjects: [of], texts: { thing: nameOf(project, one) } });
    found.set(of, { of, projection: projection == null ? null : toStored(projection) });
  }
  return [...found.values()];
}

function wallOf(project: Project, { wall }: Pick<Footing, 'wall'>, given: Given): Footing['wall'] {
  if (given.wallTop === null) return null;
  const top = given.wallTop === undefined ? wall?.top : toStored(given.wallTop);
  if (top === undefined) return null;
  const material = given.wallMaterial ?? wall?.material ?? usualMaterial(project, 'foundationWall');
  return { top, material: need(project, 'material', material).id };
}

function changed(project: Project, old: Footing, given: Given): Footing {
  return {
    ...old,
    name: given.name ?? old.name,
    walls: given.walls ? overOf(project, 'wall', old.storey, given.walls) : old.walls,
    columns: given.columns ? overOf(project, 'column', old.storey, given.columns) : old.columns,
    breadth: (given.breadth as Footing['breadth'] | undefined) ?? old.breadth,
    projection: lengthOr(given.projection, old.projection),
    thickness: lengthOr(given.thickness, old.thickness),
    material: given.material === undefined ? old.material : need(project, 'material', given.material).id,
    top: lengthOr(given.top, old.top),
    depth: lengthOr(given.depth, old.depth),
    step: lengthOr(given.step, old.step),
    wall: wallOf(project, old, given),
    working: lengthOr(given.working, old.working)
  };
}

function checkFooting(project: Project, footing: Footing) {
  const { thickness, step, top, wall, walls, columns } = footing;
  const texts = { thing: nameOf(project, footing) };
  const subjects = [footing.id];
  if (walls.length + columns.length === 0) refuse(project, 'footing.nothing', { texts });
  needPositive(project, 'thickness', 'the footing', thickness);
  if (step > thickness) refuse(project, 'footing.step', { subjects, numbers: { step, thickness }, texts });
  if (wall && wall.top <= top)
    refuse(project, 'footing.wall-top', { subjects, numbers: { wallTop: wall.top, top }, texts });
}

/** As high as its depth under the ground lets some of it lie where it steps, else all of it. */
export function proposedTop(query: Query, footing: Footing): number {
  const { project } = query;
  const { thickness, depth, step, storey } = footing;
  const strips = stripsUnder(standingOn(query, footing));
  const arms = depth > 0 ? armsOf(strips, query.get(groundOverFootings, ''), depth) : [];
  const rules = { step, lap: lapOf(step, thickness) };
  const bottom = highestBottom(arms, crossingsOf(strips), rules);
  if (bottom === undefined) return toStored(thickness - usualSizes(settingsOf(project).units).footing.depth);
  return toStored(bottom - datumOf(project, storey) + thickness);
}

export const addFooting = command({
  name: 'addFooting',
  about:
    'Lay a footing under walls and columns of a storey, `projection` wider on each side than these (or than their structure: `breadth`). Its underside lies at least `depth` under the ground and steps down by `step` where that asks for it; without `top` it lies as high as it may. With `wallTop` a foundation wall stands on it up to there.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...footingArgs() }),
  example: { storey: 'storey-1', walls: [{ of: 'wall-1' }], projection: 150, thickness: 300, depth: 1050 },
  run: (project, { id, storey: of, ...given }, query) => {
    const storey = need(project, 'storey', of);
    const { footing: usual } = usualSizes(settingsOf(project).units);
    const plain: Footing = {
      ...{ id: freshOrGiven(project, 'footing', id), kind: 'footing', name: '', storey: storey.id },
      ...{ walls: [], columns: [], breadth: 'wall', ...usual, top: 0, step: 0, wall: null },
      material: given.material ?? usualMaterial(project, 'footing')
    };
    const said = changed(project, plain, given);
    const footing = given.top === undefined ? { ...said, top: proposedTop(query, said) } : said;
    checkFooting(project, footing);
    return done(project, 'Lay a footing', [footing], [], [footing.id]);
  }
});

export const setFooting = command({
  name: 'setFooting',
  about:
    'Change a footing: what stands on it, each with a `projection` of its own or null, its sizes, levels and steps; `wallTop` null: no foundation wall.',
  args: s.object({ id: s.id().required(), ...footingArgs() }),
  example: { id: 'footing-1', thickness: 225, step: 225 },
  run: (project, { id, ...given }) => {
    const old = need(project, 'footing', id);
    const footing = changed(project, old, given);
    checkFooting(project, footing);
    const held = measuredFromTop(project, id)[0];
    if (!footing.wall && held)
      refuse(project, 'footing.held', {
        subjects: [held.id],
        texts: { thing: nameOf(project, old), other: nameOf(project, held) }
      });
    checkBound(after(project, [footing]), standsOrEndsAt(id));
    return done(project, 'Change a footing', [footing]);
  }
});
