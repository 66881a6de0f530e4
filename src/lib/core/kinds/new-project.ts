/** New projects, and copies of them. */
import type { Project } from '../document/kind';
import { applyPatch, patchOf } from '../document/patch';
import { settingsOf } from '../document/project';
import { defaultUnits, inch, type LengthUnits } from '../units/length';
import { usualSizes } from '../units/usual';
import {
  namelessGuid,
  usualFall,
  usualGuards,
  usualLimits,
  usualStairs,
  type Settings
} from './project/record';
import { projectOf } from './project-of';
import { starterEntries } from './catalogue-entry/starter';
import { starterBuildUps, starterMaterials } from './starter';
import type { Storey } from './storey/record';

/** A new project: its settings, a ground storey and the starter catalogue. `guid` comes from outside the core. */
export function newProject(
  name = 'New house',
  units: LengthUnits = defaultUnits.mm,
  guid: string = namelessGuid
): Project {
  const usual = usualSizes(units);
  const settings: Settings = {
    id: 'project',
    kind: 'project',
    guid,
    name,
    units,
    ground: -usual.slab,
    heightLimit: null,
    secondUnits: null,
    fallsAs: 'percent',
    drawnAs: 'new',
    areaLimit: null,
    measuring: { by: '', on: '' },
    nudge: units.system === 'ft' ? inch / 2 : 10,
    grid: null,
    openingLimits: usualLimits,
    stairLimits: usualStairs,
    guardLimits: usualGuards,
    leastFall: usualFall
  };
  const ground: Storey = {
    id: 'storey-1',
    kind: 'storey',
    name: 'Ground',
    datum: 0,
    height: usual.storey,
    floorDepth: 0
  };
  return projectOf([
    settings,
    ground,
    ...starterMaterials,
    ...starterBuildUps(units.system),
    ...starterEntries(units.system)
  ]);
}

/** The same house as a project of its own: another name among all projects, and so in every file made from it. */
export function copyOfProject(project: Project, guid: string): Project {
  const settings = settingsOf(project);
  return applyPatch(project, patchOf(project, [{ ...settings, guid, name: `${settings.name}, copy` }]));
}
