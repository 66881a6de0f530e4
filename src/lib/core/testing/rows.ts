/** Larger houses for benchmarks and laws: copies of a project's storeys side by side. */
import { projectOf } from '../kinds/project-of';
import { allRecords } from '../document/project';
import type { Project } from '../document/kind';
import type { Rec } from '../document/record';

const shared = new Set(['project', 'storey', 'material', 'buildUp', 'catalogueEntry']);

/** `count` copies of everything drawn, on the same storeys, 20 m apart in rows of ten. */
export function repeatHouse(project: Project, count: number): Project {
  const records = allRecords(project);
  const out: Rec[] = records.filter(({ kind }) => shared.has(kind));
  for (let i = 0; i < count; i++) {
    const by = { x: (i % 10) * 20_000, y: Math.floor(i / 10) * 20_000 };
    const rename = (id: string) => (i === 0 ? id : `${id}.${i}`);
    for (const record of records) {
      if (record.kind === 'wall')
        out.push({
          ...record,
          id: rename(record.id),
          a: { x: record.a.x + by.x, y: record.a.y + by.y },
          b: { x: record.b.x + by.x, y: record.b.y + by.y }
        });
      else if (record.kind === 'opening')
        out.push({
          ...record,
          id: rename(record.id),
          mark: record.mark && rename(record.mark),
          wall: rename(record.wall)
        });
    }
  }
  out.push(...records.filter(({ kind }) => kind === 'roof' || kind === 'slab'));
  return projectOf(out);
}
