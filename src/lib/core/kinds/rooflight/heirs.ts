/** What becomes of rooflights when walls under their roof are parted, joined or deleted. */
import type { Loss, Project } from '../../document/kind';
import { lerp } from '../../geometry/point';
import { toStored } from '../../geometry/tolerances';
import type { Roof } from '../roof/record';
import { slopeAt } from '../roof/slope';
import { drawnRoof } from '../roof/stages';
import { lightPlaces } from './place';
import type { Rooflight } from './record';

/** Where the wall that it was set out over is gone: it stays where it is, set out from what is under its plane now. */
export function setOutAnew(light: Rooflight, { before, after }: Loss): Rooflight | undefined {
  const ring = before.get(lightPlaces, light.id)?.ring;
  const model = drawnRoof(after, light.roof);
  const found = ring && model && slopeAt(model, lerp(ring[0]!, ring[1]!, 0.5));
  if (found) {
    const { wall, side, along, up } = found;
    return { ...light, wall, side, along: toStored(along), up: Math.max(0, toStored(up)) };
  }
  // The roof keeps a line in the place of the wall.
  const side = before.project.tables.roof
    .get(light.roof)
    ?.sides?.findIndex(({ wall }) => wall === light.wall);
  return side === undefined || side < 0 ? undefined : { ...light, wall: null, side };
}

/** Sides of `roofs` have other numbers now: rooflights over them follow. */
export function lightsAfter(project: Project, roofs: readonly Roof[]): Rooflight[] {
  return [...project.tables.rooflight.values()].flatMap((light): Rooflight[] => {
    const now = roofs.find(({ id }) => id === light.roof)?.sides;
    const was = project.tables.roof.get(light.roof)?.sides?.[light.side ?? -1];
    const side = was && now ? now.indexOf(was) : -1;
    return side < 0 || side === light.side ? [] : [{ ...light, side }];
  });
}
