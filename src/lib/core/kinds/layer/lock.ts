/** What is on a locked layer holds against every command. */
import { layerThat } from './layers';
import { refuse } from '../../document/command';
import { nameOf } from '../../document/names';
import type { Query } from '../../document/kind';
import type { Patch } from '../../document/patch';

/** Refuses a change of anything on a locked layer. */
export function keepLocked({ project }: Query, patch: Patch) {
  if (project.tables.layer.size === 0) return;
  for (const { before } of patch.values()) {
    const layer = before && project.kinds[before.kind].locks.layer && layerThat(project, 'locked', before);
    if (layer)
      refuse(project, 'layer.locked', {
        subjects: [before.id],
        texts: { thing: nameOf(project, before), layer: layer.name }
      });
  }
}
