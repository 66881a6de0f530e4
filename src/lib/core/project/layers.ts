/** Layers: every kind of thing is one by itself; named sets can be made besides. */
import { findRecord } from './project';
import { layerKinds, type Layer, type LayerKind, type Project, type Rec } from './records';

export const layerWords: Record<LayerKind, string> = {
  exterior: 'Outer walls',
  partition: 'Partitions',
  otherWall: 'Other walls',
  opening: 'Openings',
  column: 'Columns',
  chimney: 'Chimneys',
  slab: 'Slabs',
  roof: 'Roofs',
  dimension: 'Dimensions',
  guide: 'Guides',
  sheet: 'Tracing sheets'
};

/** The layer that a thing is on by its kind; undefined for what is not seen. */
export function layerKindOf(record: Rec): LayerKind | undefined {
  if (record.kind !== 'wall') return layerKinds.find((kind) => kind === record.kind);
  const { role } = record;
  return role === 'exterior' || role === 'partition' ? role : 'otherWall';
}

/** The layer of each kind, shown and open where nobody said otherwise; then the named sets. */
export function layersOf(project: Project): Layer[] {
  const kept = [...project.tables.layer.values()];
  const byKind = layerKinds.map(
    (what): Layer =>
      kept.find(({ holds }) => holds.by === 'kind' && holds.what === what) ?? {
        id: `layer-of-${what}`,
        kind: 'layer',
        name: layerWords[what],
        holds: { by: 'kind', what },
        shown: true,
        locked: false
      }
  );
  return [...byKind, ...kept.filter(({ holds }) => holds.by === 'items')];
}

/** A layer that holds a thing and is hidden, or is locked; an opening goes with its wall too. */
export function layerThat(project: Project, is: 'hidden' | 'locked', record: Rec): Layer | undefined {
  if (project.tables.layer.size === 0) return undefined;
  const kind = layerKindOf(record);
  for (const layer of project.tables.layer.values()) {
    if (is === 'hidden' ? layer.shown : !layer.locked) continue;
    const { holds } = layer;
    if (holds.by === 'kind' ? holds.what === kind : holds.items.includes(record.id)) return layer;
  }
  const host = record.kind === 'opening' && is === 'hidden' ? findRecord(project, record.wall) : undefined;
  return host && layerThat(project, is, host);
}
