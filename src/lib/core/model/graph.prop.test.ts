import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { commands } from '../commands/all';
import { runScript } from '../commands/script';
import type { Project, Query, Stage } from '../document/kind';
import { allRecords } from '../document/project';
import { openEdges } from '../geometry/mesh';
import { shiftBy } from '../geometry/motion';
import { movedRecord } from '../document/copies';
import { newProject } from '../kinds/new-project';
import { projectOf } from '../kinds/project-of';
import { storeysInOrder } from '../kinds/storey/record';
import { anyEditArb, editsArb, furnished, playEdits } from '../testing/edits';
import { example } from '../testing/house';
import { differenceOf, everything, fromScratch } from '../testing/everything';
import { fieldsOf, withOther } from '../testing/fields';
import { expectPartition, overlaps } from '../testing/partition';
import { bodyOf, elementsOf } from './bodies';
import { Model, sharedStages, stagesOf } from './graph';

const runs = Number(process.env.LAW_RUNS ?? 25);

const houses = { 'gannet-house': example('gannet-house'), 'plover-cabin': example('plover-cabin') };

/** A door and a window whose jambs meet, the door set out first. */
const abutting = [
  { kind: 0, pick: 234, x: 0, y: 0 },
  { kind: 219, pick: 762, x: 0, y: 0 },
  { kind: 219, pick: 598, x: 10, y: 0 }
];

/** A stage that forgets one of its inputs: it keeps its value although that changed. */
function forgetful<V>(of: Stage<V>, input: string): Stage<V> {
  const at = of.reads.indexOf(input);
  if (at < 0) throw new Error(`${of.name} does not read ${input}`);
  let asked: { query: Query; key: string } | undefined;
  return {
    ...of,
    inputs: (query, key) => {
      asked = { query, key };
      return of.inputs(query, key).filter((_, i) => i !== at);
    },
    compute: (_, key, memory) => of.compute(of.inputs(asked!.query, asked!.key), key, memory)
  };
}

describe('the derivation', () => {
  it.each([
    ['opening', 'place', 'opening', ''],
    ['wall', 'bands', 'wall', 'b.x'],
    ['wall', 'datum', 'storey', 'datum'],
    ['opening', 'datum', 'storey', 'datum'],
    ['column', 'column', 'column', ''],
    ['slab', 'slab', 'slab', ''],
    ['roof', 'cuts', 'chimney', 'width'],
    ['chimney', 'datums', 'storey', 'datum'],
    ['wall', 'openings', 'opening', 'width'],
    ['wall', 'planes', 'roof', '']
  ] as const)('that law would catch a body of kind %s that forgets its %s', (kind, input, changed, field) => {
    const house = kind === 'column' ? houses['plover-cabin'] : houses['gannet-house'];
    const body = forgetful(bodyOf[kind]!, input);
    const bodies = (model: Model, project: Project) =>
      [...project.tables[kind].keys()].map((id) => model.at(project).get(body, id)?.parts);
    const model = new Model();
    everything(model.at(house));
    bodies(model, house);
    const isCaught = fieldsOf(house)
      .filter(({ record, path }) => record.kind === changed && path.startsWith(field))
      .some((one) => {
        const other = withOther(house, one);
        return other && differenceOf(bodies(model, other), bodies(new Model(), other));
      });
    expect(isCaught).toBe(true);
  });
  it('incremental equals from scratch, after any session of commands', () => {
    const accepted = new Map(commands.map(({ name }) => [name, 0]));
    fc.assert(
      fc.property(editsArb(24), (edits) => {
        const model = new Model();
        const last = playEdits(edits, (_, project, call, good) => {
          if (good) accepted.set(call.name, accepted.get(call.name)! + 1);
          elementsOf(model, project);
        });
        expect(differenceOf(everything(model.at(last)), fromScratch(last))).toBeUndefined();
      }),
      { numRuns: 2 * runs, seed: 9 }
    );
    const start = furnished();
    fc.assert(
      fc.property(fc.array(anyEditArb, { minLength: 30, maxLength: 60 }), (edits) => {
        playEdits(
          edits,
          (_, __, call, good) => good && accepted.set(call.name, accepted.get(call.name)! + 1),
          start
        );
      }),
      { numRuns: 210, seed: 9 }
    );
    // A command that is never accepted is not tried at all.
    expect([...accepted].filter(([, count]) => count === 0)).toEqual([]);
  }, 200_000);
  it('unchanged elements stay the same objects, so that they are not sent again', () => {
    const model = new Model();
    const start = playEdits(
      [
        { kind: 0, pick: 0, x: 0, y: 0 },
        { kind: 0, pick: 14, x: 40, y: 40 }
      ],
      () => undefined
    );
    const before = new Map(elementsOf(model, start).map((element) => [element.id, element]));
    const moved = playEdits([{ kind: 26, pick: 0, x: 0, y: -5 }], () => undefined, start);
    const after = elementsOf(model, moved);
    const changed = after.filter((element) => before.get(element.id) !== element).map(({ id }) => id);
    expect(changed.sort()).toEqual(['wall-1', 'wall-2', 'wall-4']);
  });
  it('a column 20 m away rebuilds nothing of a house', () => {
    const project = houses['gannet-house'];
    const model = new Model();
    const before = new Map(elementsOf(model, project).map((element) => [element.id, element]));
    const args = { id: 'far', storey: 'storey-1', at: { x: -20_000, y: 0 } };
    const after = runScript({ commands: [{ name: 'addColumn', args }] }, project);
    if (!after.ok) throw new Error(after.problem.message);
    const changed = elementsOf(model, after.project).filter((one) => before.get(one.id) !== one);
    expect(changed.map(({ id }) => id)).toEqual(['far']);
  });
  it('every session leaves closed solids and footprints that partition', () => {
    fc.assert(
      fc.property(editsArb(12), (edits) => {
        const project = playEdits(edits, () => undefined);
        const model = new Model();
        for (const { id, parts } of elementsOf(model, project))
          for (const { mesh } of parts) expect([id, openEdges(mesh)]).toEqual([id, 0]);
        for (const storey of storeysInOrder(project)) {
          const { footprints, walls } = model.storey(project, storey.id)!;
          if (walls.every(({ unsolved }) => !unsolved) && !overlaps(walls))
            expectPartition(footprints, 1000, true);
        }
      }),
      { numRuns: runs }
    );
  });
  it('does not depend on the order of records', () => {
    fc.assert(
      fc.property(editsArb(12), (edits) => {
        const project = playEdits(edits, () => undefined);
        const turned = projectOf(structuredClone(allRecords(project)).reverse());
        expect(differenceOf(byId(fromScratch(project)), byId(fromScratch(turned)))).toBeUndefined();
      }),
      { numRuns: runs, examples: [[abutting]] }
    );
  });
  it('does not depend on where the house stands', () => {
    fc.assert(
      fc.property(editsArb(12), fc.integer({ min: -20, max: 20 }), (edits, far) => {
        const project = playEdits(edits, () => undefined);
        const motion = shiftBy({ x: far * 1000, y: far * 500 });
        const moved = projectOf(allRecords(project).map((one) => movedRecord(project, one, motion)));
        expect(differenceOf(sizesOf(project), sizesOf(moved))).toBeUndefined();
      }),
      { numRuns: runs }
    );
  });
  it('an empty project derives to nothing', () => {
    expect(elementsOf(new Model(), newProject())).toEqual([]);
    expect(new Model().outline(newProject(), 'storey-1', 'inner')).toBeUndefined();
  });
  it('is listed in order: no stage asks for one that stands after it', () => {
    const project = houses['plover-cabin'];
    const all = stagesOf(project);
    for (const [i, one] of sharedStages.entries()) {
      const later = new Set<unknown>(all.slice(i + 1));
      const model = new Model();
      const watched: Query = {
        project,
        at: (other) => model.at(other),
        get: (stage, key) => {
          expect(later.has(stage) ? `${one.name} asks for ${stage.name}` : '').toBe('');
          return model.at(project).get(stage, key);
        }
      };
      for (const key of [
        'storey-1',
        'outer storey-1',
        ...project.tables.wall.keys(),
        ...project.tables.roof.keys(),
        ...project.tables.slab.keys(),
        ...project.tables.opening.keys()
      ])
        one.inputs(watched, key);
    }
  });
});

/** Everything in an order that does not come from that of the records. */
function byId({ storeys, bodies, inspection }: ReturnType<typeof everything>) {
  const sorted = (value: unknown): unknown =>
    Array.isArray(value) ? value.map((one) => JSON.stringify(one)).sort() : value;
  return {
    storeys: storeys.map(({ walls, places, outlines }) => [
      sorted(walls),
      sorted(places.map(([wall, list]) => [wall, sorted(list)])),
      outlines
    ]),
    bodies: sorted(bodies),
    inspection: Object.entries(inspection).map(([name, rows]) => [name, sorted(rows)])
  };
}

const places = new Set(['corners', 'origin', 'at']);

/** Numbers that a shift of the whole house leaves alone. */
function sizesOf(project: Project) {
  const { inspection } = everything(new Model().at(project));
  const strip = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.map(strip)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(
            Object.entries(value).flatMap(([key, one]) => (places.has(key) ? [] : [[key, strip(one)]]))
          )
        : typeof value === 'number'
          ? Number(value.toPrecision(6))
          : value;
  return strip(inspection);
}
