/** The planning grid. */
import * as s from '../../document/schemas';
import { command, done, needPositive, refuse, storedPoint } from '../../document/command';
import { settingsOf } from '../../document/project';
import { toStored } from '../../geometry/tolerances';
import { degree } from '../../units/angle';
import type { PlanningGrid } from './record';

export const setGrid = command({
  name: 'setGrid',
  about:
    'The planning grid: its module, origin and angle, and whether it is shown. Lengths may then be typed in modules ("3 mod"). Without a module given, what there is is changed; `module: null` takes it away.',
  args: s.object({
    module: s.mm().nullable(),
    origin: s.point().default(undefined),
    angle: s.degrees(),
    shown: s.flag()
  }),
  example: { module: 450, origin: { x: 0, y: 0 }, angle: 0 },
  run: (project, args) => {
    const old = settingsOf(project);
    if (args.module === null) return done(project, 'Take the planning grid away', [{ ...old, grid: null }]);
    const module = args.module ?? old.grid?.module ?? refuse(project, 'grid.none');
    needPositive(project, 'module', 'the planning grid', module);
    const grid: PlanningGrid = {
      module: toStored(module),
      origin: args.origin ? storedPoint(args.origin) : (old.grid?.origin ?? { x: 0, y: 0 }),
      angle: args.angle === undefined ? (old.grid?.angle ?? 0) : args.angle * degree,
      shown: args.shown ?? old.grid?.shown ?? true
    };
    return done(project, 'Set the planning grid', [{ ...old, grid }]);
  }
});
