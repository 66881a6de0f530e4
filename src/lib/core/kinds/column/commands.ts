/** Standing columns and piers, and changing them. */
import { clearHeightOf } from '../storey/record';
import * as wallArgs from '../wall/args';
import * as columnArgs from './args';
import * as s from '../../document/schemas';
import { toStored } from '../../geometry/tolerances';
import { command, done, freshOrGiven, need, needPositive, refuse, storedPoint } from '../../document/command';
import { topOfColumn } from './shape';
import { nameOf } from '../../document/names';
import { degree } from '../../units/angle';
import { topOf } from '../wall/choose';
import type { Project } from '../../document/kind';
import type { Column, Profile } from './record';
import { usualMaterial } from '../material/usual';
import { usualSizes } from '../../units/usual';
import { settingsOf } from '../../document/project';

function profileOf(
  project: Project,
  given: {
    kind: Profile['kind'];
    width?: number | undefined;
    depth?: number | undefined;
    diameter?: number | undefined;
  }
): Profile {
  const size = (what: 'width' | 'depth' | 'diameter') => {
    const value = toStored(given[what] ?? 0);
    needPositive(project, what, 'the column', value);
    return value;
  };
  return given.kind === 'round'
    ? { kind: 'round', diameter: size('diameter') }
    : { kind: 'rectangle', width: size('width'), depth: size('depth') };
}

function checkColumn(project: Project, column: Column) {
  const height = topOfColumn(project, column) - column.base;
  if (!(height > 0))
    refuse(project, 'column.height', {
      subjects: [column.id],
      numbers: { height },
      texts: { thing: nameOf(project, column) }
    });
}

const columnShape = {
  name: s.name(),
  at: s.point().default(undefined),
  angle: s.degrees(),
  profile: columnArgs.profile().default(undefined),
  material: s.id(),
  base: s.mm(),
  top: wallArgs.top().default(undefined)
};

function usualProfile(project: Project): Profile {
  const { column } = usualSizes(settingsOf(project).units);
  return { kind: 'rectangle', width: column, depth: column };
}

export const addColumn = command({
  name: 'addColumn',
  about:
    'Stand a column or pier, rectangular or round, at a point; walls that it stands in are cut round it.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...columnShape, at: s.point().required() }),
  example: { storey: 'storey-1', at: { x: 3000, y: 2000 }, profile: { kind: 'round', diameter: 300 } },
  run: (project, args) => {
    const storey = need(project, 'storey', args.storey);
    const column: Column = {
      id: freshOrGiven(project, 'column', args.id),
      kind: 'column',
      name: args.name ?? '',
      storey: storey.id,
      at: storedPoint(args.at),
      angle: (args.angle ?? 0) * degree,
      profile: profileOf(project, args.profile ?? usualProfile(project)),
      material: need(project, 'material', args.material ?? usualMaterial(project, 'column')).id,
      base: toStored(args.base ?? 0),
      top: topOf(
        project,
        args.top ?? { kind: 'height', height: clearHeightOf(project, storey) },
        'the column'
      )
    };
    checkColumn(project, column);
    return done(project, 'Stand a column', [column], [], [column.id]);
  }
});

export const setColumn = command({
  name: 'setColumn',
  about: 'Change a column: place, angle, profile, material, base, top.',
  args: s.object({ id: s.id().required(), ...columnShape }),
  example: { id: 'column-1', profile: { kind: 'rectangle', width: 330, depth: 215 } },
  run: (project, args) => {
    const old = need(project, 'column', args.id);
    const column: Column = {
      ...old,
      name: args.name ?? old.name,
      at: args.at ? storedPoint(args.at) : old.at,
      angle: args.angle === undefined ? old.angle : args.angle * degree,
      profile: args.profile ? profileOf(project, args.profile) : old.profile,
      material: args.material === undefined ? old.material : need(project, 'material', args.material).id,
      base: args.base === undefined ? old.base : toStored(args.base),
      top: args.top ? topOf(project, args.top, 'the column') : old.top
    };
    checkColumn(project, column);
    return done(project, 'Change a column', [column]);
  }
});
