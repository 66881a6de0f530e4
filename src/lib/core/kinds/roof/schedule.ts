/** What tables say of roofs: their planes with corners, true areas and pitches. Heights above project zero. mm, mm2, mm3. */
import type { ElementBody, Query } from '../../document/kind';
import { volumeOf } from '../../document/volumes';

import { heightAt } from '../../geometry/plane';
import { distance } from '../../geometry/point';
import { dropCollinear, ringArea, ringsArea, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { degree } from '../../units/angle';
import { round } from '../../units/round';
import { datumOf } from '../storey/record';
import { settingsOf } from '../../document/project';
import { roofLengths, type RoofLineKind } from './lines';
import { linesOfRoofs } from './line-stages';
import { roofModels } from './stages';
import { volumeUnder } from './under';
import { roofBodies } from './body';

/** Without the corners that only its neighbours have. */
const cornersOf = (ring: Ring) => dropCollinear(ring, tolerances.coincident);

/** Of the roof itself, without boards. */
const bodyVolume = (body: ElementBody | undefined) =>
  volumeOf(body && { ...body, parts: body.parts.filter(({ role }) => role === 'roof') });

const mapped = (lengths: Readonly<Record<RoofLineKind, number>>) =>
  Object.fromEntries(Object.entries(lengths).map(([kind, size]) => [kind, round(size)])) as Record<
    RoofLineKind,
    number
  >;

export const roofRows = (query: Query) =>
  [...query.project.tables.roof.values()].map(({ id, storey, pitch, cutOff, material, buildUp }) => {
    const solved = query.get(roofModels, id);
    const datum = datumOf(query.project, storey);
    const { ground } = settingsOf(query.project);
    const planes = solved?.planes ?? [];
    const area = planes.reduce((sum, plane) => sum + plane.area, 0);
    return {
      id,
      storey,
      material,
      buildUp,
      pitchDeg: round(pitch / degree, 6),
      cutOff: cutOff === null ? null : round(datum + cutOff),
      ridge: round(datum + (solved?.ridge ?? 0)),
      ridgeOverGround: round(datum + (solved?.ridge ?? 0) - ground),
      eaves: round(
        datum +
          Math.min(
            ...planes.flatMap(({ ring, top }) => ring.map((p) => heightAt(top, p))),
            solved?.ridge ?? 0
          )
      ),
      planArea: round(ringsArea(planes.map(({ ring }) => ring))),
      area: round(area),
      covering: round(area * (1 + (query.project.tables.material.get(material)?.waste ?? 0))),
      volume: bodyVolume(query.get(roofBodies, id)),
      volumeUnder: round(solved ? volumeUnder(solved) : 0),
      lengths: mapped(roofLengths(query.get(linesOfRoofs, id))),
      edges: (solved?.edges ?? []).flatMap((ring, r) =>
        ring.map(({ walls, side, kind, fascia, soffit, pitch: own, overhang, plateLevel, seat }, k) => {
          const bearing = solved!.bearing[r]!;
          return {
            ...{ walls, side, kind, fascia, soffit },
            pitchDeg: kind === 'eave' ? round(own / degree, 6) : null,
            overhang: round(Math.min(overhang, solved!.overhang)),
            plateLevel: round(datum + plateLevel),
            seat,
            length: round(distance(bearing[k]!, bearing[(k + 1) % bearing.length]!))
          };
        })
      ),
      planes: planes.map((plane) => ({
        name: plane.name,
        walls: plane.walls,
        pitchDeg: round(plane.pitch / degree, 6),
        planArea: round(ringArea(plane.ring)),
        area: round(plane.area),
        corners: cornersOf(plane.ring).map((p) => ({
          x: round(p.x),
          y: round(p.y),
          z: round(datum + heightAt(plane.underside, p))
        }))
      }))
    };
  });
