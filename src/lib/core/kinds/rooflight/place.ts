/**
 * Where rooflights are: on the slope over the eave that they are set out from.
 *
 *         +-----+ upper edge         in plan its height is seen shorter, by the cosine of the pitch
 *         |     | height
 *         +-----+ lower edge
 *            | up
 *     o------+---------  line of the bearing
 *      along
 */
import { areaWithin } from '../../geometry/common-area';
import { ringArea, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { groupedBy } from '../../document/grouped';
import { own, result, stage, table } from '../../document/stage';
import type { Query } from '../../document/kind';
import { placeOn, slopeOver, upSlope, type RoofSlope, type SlopePlane } from '../roof/slope';
import { drawnRoof, roofModels } from '../roof/stages';
import type { RoofModel } from '../roof/planes';
import type { Rooflight } from './record';

/** `ring`: from the lower left corner, counter-clockwise, of the hole in plan; `inset`: likewise, so far within on the slope. */
export interface LightPlace {
  readonly light: Rooflight;
  readonly slope: RoofSlope;
  readonly plane: SlopePlane;
  readonly ring: Ring;
  inset(by: number): Ring;
  /** It lies wholly in what is built of its plane, within the bearing. */
  readonly fits: boolean;
}

/** `met`: the roof as it is where it meets others. Undefined where the roof has no such slope. */
export function placeOfLight(light: Rooflight, drawn: RoofModel, met: RoofModel): LightPlace | undefined {
  const slope = slopeOver(drawn, light);
  if (!slope) return undefined;
  const { plane, s } = upSlope(slope, light.up);
  const { along, width, height } = light;
  const flat = Math.cos(plane.pitch);
  const inset = (by: number): Ring => {
    const [left, right] = [along - width / 2 + by, along + width / 2 - by];
    const [low, high] = [s + by * flat, s + (height - by) * flat];
    return [
      placeOn(slope, left, low),
      placeOn(slope, right, low),
      placeOn(slope, right, high),
      placeOn(slope, left, high)
    ];
  };
  const ring = inset(0);
  const isIn = (rings: readonly Ring[]) => {
    return areaWithin([ring], rings) > ringArea(ring) * (1 - tolerances.share) - tolerances.scrap;
  };
  const built = met.planes.flatMap((one) => (one.name === plane.name ? [one.ring] : []));
  // Over an overhang it would look at the wall.
  const fits = light.up >= 0 && isIn(slope.bearing) && isIn(built);
  return { light, slope, plane, ring, inset, fits };
}

/** By its id. */
export const lightPlaces = stage(
  'places of rooflights',
  {
    light: own('rooflight'),
    drawn: (query: Query, id) => drawnRoof(query, roofOf(query, id)),
    met: result(roofModels, (id, query) => roofOf(query, id))
  },
  ({ light, drawn, met }): LightPlace | undefined =>
    light && drawn && met ? placeOfLight(light, drawn, met) : undefined
);

const roofOf = ({ project }: Query, id: string) => project.tables.rooflight.get(id)?.roof ?? '';

const lightsByRoof = stage('rooflights by roof', { lights: table('rooflight') }, ({ lights }) =>
  groupedBy(lights.values(), ({ roof }) => roof)
);

/** Those that lie in a roof as they should, by its id. */
export function lightsIn(query: Query, roof: string): LightPlace[] {
  return (query.get(lightsByRoof, '').get(roof) ?? []).flatMap(({ id }) => {
    const place = query.get(lightPlaces, id);
    return place?.fits ? [place] : [];
  });
}
