/** Layers: every kind of thing declares the ones it is on by itself; named sets can be made besides. */
import { hostOf } from '../../document/copies';
import type { Project } from '../../document/kind';
import { declarationOf, declarationsOf, findRecord } from '../../document/project';
import type { Rec } from '../../document/record';
import type { Layer } from './record';

/** Every layer by kind, with its label, in the order of the kinds. */
export const layerKindsOf = (project: Project) =>
  declarationsOf(project).flatMap(({ layers }) => layers?.all ?? []);

/** The layer of each kind, shown and open where nobody said otherwise; then the named sets. */
export function layersOf(project: Project): Layer[] {
  const kept = [...project.tables.layer.values()];
  const byKind = layerKindsOf(project).map(
    ({ what, label }): Layer =>
      kept.find(({ holds }) => holds.by === 'kind' && holds.what === what) ?? {
        id: `layer-of-${what}`,
        kind: 'layer',
        name: label,
        holds: { by: 'kind', what },
        shown: true,
        locked: false
      }
  );
  return [...byKind, ...kept.filter(({ holds }) => holds.by === 'items')];
}

/** A layer that holds a thing and is hidden, or is locked; what rides with another is hidden with it. */
export function layerThat(project: Project, is: 'hidden' | 'locked', record: Rec): Layer | undefined {
  if (project.tables.layer.size === 0) return undefined;
  const what = declarationOf(project, record).layers?.of(record);
  for (const layer of project.tables.layer.values()) {
    if (is === 'hidden' ? layer.shown : !layer.locked) continue;
    const { holds } = layer;
    if (holds.by === 'kind' ? holds.what === what : holds.items.includes(record.id)) return layer;
  }
  const host = is === 'hidden' ? findRecord(project, hostOf(project, record) ?? '') : undefined;
  return host && layerThat(project, is, host);
}
