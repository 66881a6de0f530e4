/** Names of elements as other programs and messages show them. */
import { findRecord } from './project';
import type { Project } from './records';

const words: Record<string, string> = {
  wall: 'Wall',
  column: 'Column',
  chimney: 'Chimney',
  slab: 'Slab',
  roof: 'Roof',
  door: 'Door',
  window: 'Window',
  none: 'Opening',
  storey: 'Storey',
  sheet: 'Tracing sheet',
  guide: 'Guide',
  dimension: 'Dimension',
  layer: 'Layer',
  preset: 'Preset',
  twins: 'Twins'
};

export function nameElement(project: Project, id: string): string {
  const record = findRecord(project, id);
  if (!record) return id;
  const word = words[record.kind === 'opening' ? record.filling : record.kind] ?? record.kind;
  return 'name' in record && record.name ? `${word} ${record.name}` : `${word} ${/\d+$/.exec(id)?.[0] ?? id}`;
}
