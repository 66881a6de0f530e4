/** Adding and changing materials; every ply of one follows. */
import * as s from '../../document/schemas';
import { hatches } from '../../display/marks';
import { textures, type Material } from './record';
import { command, done, freshOrGiven, need } from '../../document/command';

const colour = () => s.string().matches(/^#[0-9A-Fa-f]{6}$/, '${path} must be like #8F8B80');

const materialShape = {
  hatch: s.oneOf(hatches),
  conductivity: s.number().positive().max(1000).nullable(),
  density: s.number().min(0).max(30_000),
  waste: s.number().min(0).max(1),
  texture: s.oneOf(textures),
  unitLength: s.number().min(0).max(20_000),
  unitHeight: s.number().min(0).max(20_000)
};

export const addMaterial = command({
  name: 'addMaterial',
  about:
    'Add a material: colour (#rrggbb), hatch of its cut, conductivity in W/(m K) (null: a cavity), density in kg/m3, the share that is cut to waste (0.1: a tenth), texture and its unit size.',
  args: s.object({ id: s.id(), name: s.name().required(), colour: colour().required(), ...materialShape }),
  example: {
    id: 'flint',
    name: 'Knapped flint',
    colour: '#6F7478',
    hatch: 'stone',
    conductivity: 2.4,
    density: 2500
  },
  run: (project, args) => {
    const material: Material = {
      id: freshOrGiven(project, 'material', args.id),
      kind: 'material',
      name: args.name,
      colour: args.colour,
      hatch: args.hatch ?? 'none',
      conductivity: args.conductivity === undefined ? 1 : args.conductivity,
      density: args.density ?? 1000,
      waste: args.waste ?? 0,
      texture: args.texture ?? 'plain',
      unitLength: args.unitLength ?? 0,
      unitHeight: args.unitHeight ?? 0
    };
    return done(project, `Add the material ${args.name}`, [material], [], [material.id]);
  }
});

export const setMaterial = command({
  name: 'setMaterial',
  about: 'Change a material; every ply of it follows.',
  args: s.object({ id: s.id().required(), name: s.name().min(1), colour: colour(), ...materialShape }),
  example: { id: 'stone', colour: '#A8A294', density: 2400 },
  run: (project, args) => {
    const old = need(project, 'material', args.id);
    const changes = Object.fromEntries(Object.entries(args).filter(([, value]) => value !== undefined));
    return done(project, `Change the material ${args.name ?? old.name}`, [
      { ...old, ...changes } as Material
    ]);
  }
});
