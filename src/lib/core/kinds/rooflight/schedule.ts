/** What tables say of rooflights: sizes and heights (over project zero, and over the floor) in mm, areas mm2, volumes mm3. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { meshVolume } from '../../geometry/mesh';
import { heightAt } from '../../geometry/plane';
import { degree } from '../../units/angle';
import { round } from '../../units/round';
import { datumOf } from '../storey/record';
import { lightBodies } from './body';
import { lightPlaces } from './place';
import { glassArea } from './record';

export const rooflightRows = (query: Query) =>
  [...query.project.tables.rooflight.values()].map((light) => {
    const { id, roof, wall, side, along, up, width, height, upstand, opens } = light;
    const storey = query.project.tables.roof.get(roof)?.storey ?? '';
    const datum = datumOf(query.project, storey);
    const found = query.get(lightPlaces, id);
    const place = found?.fits ? found : undefined;
    const [low, high] = [0, 2].map((corner) =>
      place ? heightAt(place.plane.underside, place.ring[corner]!) : undefined
    );
    const over = (z: number | undefined, by: number) => (z === undefined ? null : round(z + by));
    return {
      ...{
        id,
        name: nameElement(query.project, id),
        roof,
        storey,
        wall,
        side,
        along,
        up,
        width,
        height,
        upstand
      },
      ...{ opens, pitchDeg: place ? round(place.plane.pitch / degree, 6) : null },
      sill: over(low, datum),
      head: over(high, datum),
      ...{ sillOverFloor: over(low, 0), headOverFloor: over(high, 0) },
      area: round(width * height),
      glass: round(glassArea(light)),
      parts: Object.fromEntries(
        (query.get(lightBodies, id)?.parts ?? []).map(({ role, mesh }) => [role, round(meshVolume(mesh))])
      )
    };
  });
