/** Things carried from one project to another: a small house of their own, with all that they are made of. */
import * as s from '../document/schemas';
import { shiftBy } from '../geometry/motion';
import { command, need, refuse } from '../document/command';
import { allOf, chooseSet, copies, resettled, type ThingSet } from '../document/copies';
import type { Project, Query, Reference } from '../document/kind';
import { sameValue } from '../document/patch';
import {
  declarationOf,
  declarationsOf,
  findRecord,
  idMaker,
  projectFrom,
  settingsOf
} from '../document/project';
import { readRecords } from '../document/read';
import type { Rec } from '../document/record';
import { referencesOf, renamed } from '../document/references';
import { Derivation } from '../document/stage';
import { kinds } from '../kinds/register';
import type { BuildUp } from '../kinds/build-up/record';
import type { Material } from '../kinds/material/record';
import {
  namelessGuid,
  usualFall,
  usualGuards,
  usualLimits,
  usualStairs,
  type Settings
} from '../kinds/project/record';
import type { Storey } from '../kinds/storey/record';
import type { Wall } from '../kinds/wall/record';
import { defaultUnits } from '../units/length';
import { settled } from '../kinds/wall/settled';

/** Whether a reference to a storey says where the thing lies: then the copy lies on the storey that it is put on. */
const isPlace = ({ to, gone }: Reference) => to === 'storey' && typeof gone !== 'function';

/** Everything that these are made of: shared things, and what those share in turn. */
function sharedBy(project: Project, records: readonly Rec[]): Rec[] {
  const found = new Map<string, Rec>();
  const visit = (record: Rec) => {
    for (const { id, reference } of referencesOf(project, record)) {
      if (reference.to === null || project.kinds[reference.to].copying !== 'shared' || found.has(id))
        continue;
      const shared = need(project, reference.to, id);
      visit(shared);
      found.set(id, shared);
    }
  };
  records.forEach(visit);
  return [...found.values()];
}

/** Heights that were bound to other storeys, and set-outs from walls left behind, become numbers of their own. */
export function clipOf(query: Query, ids: readonly string[]): Rec[] {
  const { project } = query;
  const set = chooseSet(project, ids);
  const first = set.placed[0];
  const storey = first && declarationOf(project, first).storey?.(first, project);
  if (storey === undefined) return [];
  const all = allOf(set);
  const own = new Set(all.map(({ id }) => id));
  const things = all.map((record) => onStorey(query, record, own, storey));
  return [settingsOf(project), need(project, 'storey', storey), ...sharedBy(project, things), ...things];
}

/** A record of a set as it lies on a storey by itself: bound to nothing outside the set. */
function onStorey(query: Query, record: Rec, own: ReadonlySet<string>, storey: string): Rec {
  const { project } = query;
  // Of what copies leave where it is only storeys are found again on the other side.
  const bound = referencesOf(project, record).filter(
    ({ reference }) =>
      reference.to !== null && project.kinds[reference.to].copying === 'stays' && !isPlace(reference)
  );
  const loss = { before: query, after: query, gone: new Set(bound.map(({ id }) => id)), patch: new Map() };
  let free: Rec = record;
  for (const { reference } of bound)
    if (typeof reference.gone === 'function') free = reference.gone(free, loss) ?? free;
  const settledHere = resettled(
    query,
    free,
    (id) => !own.has(id),
    (id) => id
  );
  return renamed(project, settledHere, (id, reference) => (isPlace(reference) ? storey : id));
}

/** Under which id each shared thing is known here: the same one where it is the same, else a new one. */
function settle(project: Project, clip: Project) {
  const named = new Map<string, string>();
  const puts: Rec[] = [];
  const next = idMaker(project);
  for (const { kind, copying } of declarationsOf(clip)) {
    if (copying !== 'shared') continue;
    const here = [...project.tables[kind].values()];
    for (const given of clip.tables[kind].values()) {
      const record = renamed<Rec>(clip, given, (id) => named.get(id) ?? id);
      const same = here.find((one) => sameValue({ ...one, id: '' }, { ...record, id: '' }));
      const taken = findRecord(project, record.id) !== undefined;
      const id = same?.id ?? (taken ? next(kind) : record.id);
      named.set(record.id, id);
      if (!same) puts.push({ ...record, id });
    }
  }
  return { named, puts };
}

/** One partition with what it is made of: small, since every page that knows the commands reads it. */
function exampleHouse(): Project {
  const material: Material = {
    ...{ id: 'panel', kind: 'material', name: 'Solid timber panel', colour: '#D3B27A', hatch: 'timber' },
    ...{ conductivity: 0.12, density: 480, waste: 0, texture: 'plain', unitLength: 0, unitHeight: 0 }
  };
  const buildUp: BuildUp = {
    ...{ id: 'solid-timber', kind: 'buildUp', name: 'Solid timber 140', fireRating: '', soundRating: '' },
    plies: [{ material: 'panel', thickness: 140, duty: 'structure' }]
  };
  const settings: Settings = {
    ...{ id: 'project', kind: 'project', guid: namelessGuid, name: 'Example', units: defaultUnits.mm },
    ...{ ground: 0, heightLimit: null, secondUnits: null, areaLimit: null, nudge: 10, grid: null },
    ...{ openingLimits: usualLimits, stairLimits: usualStairs, fallsAs: 'percent', drawnAs: 'new' },
    ...{ guardLimits: usualGuards, leastFall: usualFall, measuring: { by: '', on: '' } }
  };
  const storey: Storey = {
    ...{ id: 'storey-1', kind: 'storey', name: 'Ground', datum: 0, height: 2700, floorDepth: 0 }
  };
  const wall: Wall = {
    ...{
      id: 'shelf-wall',
      kind: 'wall',
      name: '',
      storey: 'storey-1',
      a: { x: 0, y: 0 },
      b: { x: 1800, y: 0 }
    },
    ...{
      settingOut: 'centre',
      settingOutOffset: 0,
      returnEnds: false,
      endCut: 0,
      returnJambs: false,
      coversFloor: false,
      throughRoofs: false,
      outside: 'right'
    },
    ...{ buildUp: 'solid-timber', on: null, base: 0, top: { kind: 'height', height: 2400 } },
    ...{ role: 'partition', standsApart: false, certainty: 'measured' }
  };
  return projectFrom(kinds, [settings, storey, material, buildUp, wall]);
}

const everythingIn = (clip: Project): ThingSet => {
  const placed = declarationsOf(clip)
    .filter(({ copying }) => copying === 'stands')
    .flatMap(({ kind }) => [...clip.tables[kind].keys()]);
  return chooseSet(clip, placed);
};

export const pasteItems = command({
  name: 'pasteItems',
  about:
    'Put things of another project on a storey, shifted by a vector: walls with their openings, build-ups and materials, columns, chimneys. `records` are those of a small house (docs/file-format.md).',
  args: s.object({
    storey: s.id().required(),
    records: s.array(s.mixed<object>().required()).max(20_000).required(),
    by: s.point().default(undefined)
  }),
  example: {
    storey: 'storey-1',
    records: clipOf(new Derivation().at(exampleHouse()), ['shelf-wall']),
    by: { x: 3000, y: 2000 }
  },
  run: (project, { storey, records, by }, query) => {
    const target = need(project, 'storey', storey).id;
    const read = readRecords(project.kinds, records);
    if (!read.ok) refuse(project, 'clip.foreign', { texts: { fault: read.fault } });
    const clip = read.project;
    const set = everythingIn(clip);
    if (set.placed.length === 0) refuse(project, 'nothing.selected');
    const shared = settle(project, clip);
    const copied = copies(query.at(clip), project, set, [shiftBy(by ?? { x: 0, y: 0 })]);
    const puts = copied.puts.map((record) =>
      renamed(project, record, (id, reference) =>
        isPlace(reference) ? target : (shared.named.get(id) ?? id)
      )
    );
    const things = set.placed.length;
    const label = things === 1 ? 'Paste a thing' : `Paste ${things} things`;
    return settled(project, label, [...shared.puts, ...puts], copied.made);
  }
});
