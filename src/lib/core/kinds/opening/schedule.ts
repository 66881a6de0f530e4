/** What tables say of openings: where they lie along their wall, how high and wide. mm. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { round } from '../../units/round';
import { meshVolume } from '../../geometry/mesh';
import { clearOf } from '../catalogue-entry/clear';
import { planesOf } from '../catalogue-entry/planes';
import { frameDepth, leavesOf } from '../catalogue-entry/unit';
import { frames } from '../wall/stages';
import { openingBodies } from './body';
import { holeOf } from './place';
import { entries, places } from './stages';

const depthOf = ([from, to]: readonly [number, number]) => to - from;

export const openingRows = (query: Query) =>
  [...query.project.tables.opening.keys()].flatMap((id) => {
    const place = query.get(places, id);
    if (!place) return [];
    const { opening, t0, t1, z0, z1 } = place;
    const frame = query.get(frames, opening.wall);
    const entry = query.get(entries, id);
    const hole = frame && holeOf(frame, place);
    const clear = entry && hole && clearOf(entry, hole);
    return [
      {
        id,
        name: nameElement(query.project, id),
        mark: opening.mark,
        wall: opening.wall,
        filling: opening.filling,
        from: round(t0),
        to: round(t1),
        sill: round(z0),
        floor: opening.floor,
        head: round(z1),
        width: opening.width,
        height: opening.height,
        entry: opening.entry,
        leaves:
          entry && hole ? planesOf(entry, hole).flatMap((one) => leavesOf(one.entry, one.hole)).length : 0,
        handing: opening.filling === 'door' ? opening.handing : null,
        clearWidth: round(clear?.width ?? opening.width),
        clearHeight: round(clear?.height ?? opening.height),
        overrides: opening.overrides,
        mirrored: opening.mirrored,
        escape: opening.escape,
        through: opening.through,
        depth: entry && hole ? round(depthOf(frameDepth(entry, hole))) : null,
        parts: Object.fromEntries(
          (query.get(openingBodies, id)?.parts ?? []).map(({ role, mesh }) => [role, round(meshVolume(mesh))])
        )
      }
    ];
  });
