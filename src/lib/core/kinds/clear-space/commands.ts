/** Keeping floor clear, and changing what is kept. */
import {
  command,
  done,
  freshOrGiven,
  need,
  needHouseSize,
  needPositive,
  storedPoint
} from '../../document/command';
import type { Project } from '../../document/kind';
import * as s from '../../document/schemas';
import { toStored } from '../../geometry/tolerances';
import { degree } from '../../units/angle';
import { spaceUseNames, spaceUses, type ClearSpace } from './record';

const shape = {
  name: s.name(),
  use: s.oneOf(spaceUseNames),
  at: s.point().default(undefined),
  angle: s.degrees(),
  width: s.mm(),
  depth: s.mm()
};

function checked(project: Project, space: ClearSpace): ClearSpace {
  for (const what of ['width', 'depth'] as const) {
    needPositive(project, what, 'the clear space', space[what]);
    needHouseSize(project, 'length', 'the clear space', space[what]);
  }
  return space;
}

export const addClearSpace = command({
  name: 'addClearSpace',
  about:
    'Keep a rectangle of floor clear round a fixture or a piece of furniture: from the middle of its back, the way it looks. Doors that swing into it are a finding.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...shape, at: s.point().required() }),
  example: { storey: 'storey-1', use: 'basin', at: { x: 3000, y: 300 }, angle: 90 },
  run: (project, args) => {
    const use = args.use ?? 'other';
    const space: ClearSpace = {
      id: freshOrGiven(project, 'clearSpace', args.id),
      kind: 'clearSpace',
      name: args.name ?? '',
      storey: need(project, 'storey', args.storey).id,
      use,
      at: storedPoint(args.at),
      angle: (args.angle ?? 0) * degree,
      width: toStored(args.width ?? spaceUses[use].width),
      depth: toStored(args.depth ?? spaceUses[use].depth)
    };
    return done(project, 'Keep floor clear', [checked(project, space)], [], [space.id]);
  }
});

export const setClearSpace = command({
  name: 'setClearSpace',
  about: 'Change a clear space: what it is kept for, its place, the way it looks, its size.',
  args: s.object({ id: s.id().required(), ...shape }),
  example: { id: 'space-1', width: 900 },
  run: (project, args) => {
    const old = need(project, 'clearSpace', args.id);
    const space: ClearSpace = {
      ...old,
      name: args.name ?? old.name,
      use: args.use ?? old.use,
      at: args.at ? storedPoint(args.at) : old.at,
      angle: args.angle === undefined ? old.angle : args.angle * degree,
      width: args.width === undefined ? old.width : toStored(args.width),
      depth: args.depth === undefined ? old.depth : toStored(args.depth)
    };
    return done(project, 'Change a clear space', [checked(project, space)]);
  }
});
