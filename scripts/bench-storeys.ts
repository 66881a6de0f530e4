/** A full rebuild of houses of three storeys with stairs, slabs, footings and alignments: 1, 10 and 100 of them. */
import { act } from '../src/lib/core/testing/house';
import { movedRecord } from '../src/lib/core/document/copies';
import { allRecords } from '../src/lib/core/document/project';
import type { Project } from '../src/lib/core/document/kind';
import type { Rec } from '../src/lib/core/document/record';
import { renamed } from '../src/lib/core/document/references';
import { shiftBy } from '../src/lib/core/geometry/motion';
import { projectOf } from '../src/lib/core/kinds/project-of';
import { LocalModelService } from '../src/lib/worker/service';

const once = new Set([
  'project',
  'storey',
  'material',
  'buildUp',
  'catalogueEntry',
  'roof',
  'rooflight',
  'ground'
]);

/** Gannet House with one more storey, kept flush over the one below. */
export const threeStoreys = (house: Project): Project =>
  act(house, 'copyStorey', { storey: 'storey-2', id: 'storey-3', which: 'all', openings: true, name: 'Top' });

/** Everything that stands by itself so often, 20 m apart in rows of ten; roofs, the ground and slabs by walls once. */
function repeated(project: Project, count: number): Project {
  const isOnce = (record: Rec) =>
    once.has(record.kind) || (record.kind === 'slab' && record.outline.kind === 'walls');
  const all = allRecords(project);
  const own = new Set(all.filter((record) => !isOnce(record)).map(({ id }) => id));
  return projectOf([
    ...all.filter(isOnce),
    ...Array.from({ length: count }, (_, i) => {
      const motion = shiftBy({ x: (i % 10) * 20_000, y: Math.floor(i / 10) * 20_000 });
      const to = (id: string) => (i > 0 && own.has(id) ? `${id}.${i}` : id);
      return all
        .filter((record) => own.has(record.id))
        .map((record) => ({
          ...movedRecord(project, renamed(project, record, to), motion),
          id: to(record.id)
        }));
    }).flat()
  ]);
}

export async function measureStoreys(
  house: Project,
  ms: (value: number) => string,
  counts = [1, 10, 100]
): Promise<string> {
  const one = threeStoreys(house);
  const rows: { count: number; things: number; time: number }[] = [];
  for (const count of counts) {
    const project = repeated(one, count);
    const times: number[] = [];
    for (let round = -1; round < (count === 100 ? 1 : 5); round++) {
      const service = new LocalModelService(() => performance.now());
      service.load(structuredClone(allRecords(project)));
      globalThis.gc?.();
      const from = performance.now();
      await service.update(1, new Map(), false);
      if (round >= 0) times.push(performance.now() - from);
    }
    rows.push({
      ...{ count, things: allRecords(project).length },
      time: times.sort((p, q) => p - q)[times.length >> 1]!
    });
  }
  return [
    '| houses of three storeys, rebuilt with nothing kept | records | ms | times the one before |',
    '| ---: | ---: | ---: | ---: |',
    ...rows.map(
      ({ count, things, time }, i) =>
        `| ${count} | ${things} | ${ms(time)} | ${i === 0 ? '' : (time / rows[i - 1]!.time).toFixed(1)} |`
    )
  ].join('\n');
}
