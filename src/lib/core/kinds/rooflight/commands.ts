/** Rooflights: let into a plane of a roof, and changed. */
import * as roofArgs from '../roof/args';
import * as s from '../../document/schemas';
import { allCuts } from '../../document/cuts';
import { command, done, freshOrGiven, need, needPositive, refuse } from '../../document/command';
import type { Project, Query } from '../../document/kind';
import { nameElement, nameOf } from '../../document/names';
import { settingsOf } from '../../document/project';
import { leastShared, sharedArea } from '../../geometry/common-area';
import { boxesMeet, boxOf } from '../../geometry/ring';
import { toStored } from '../../geometry/tolerances';
import { usualSizes } from '../../units/usual';
import { lightPlaces, lightsIn, placeOfLight } from './place';
import { leastLight, lightOpens, type Rooflight } from './record';
import { drawnRoof, roofModels } from '../roof/stages';
import { reachOf } from '../roof/slope';

/** Refuses one that is too small, lies beside what is built of its plane, or over something that stands there. */
function checked(query: Query, light: Rooflight): Rooflight {
  const { project } = query;
  const roof = need(project, 'roof', light.roof);
  const thing = light.name ? nameOf(project, light) : 'the rooflight';
  const { size, upstand } = leastLight;
  for (const [what, value, least] of [
    ['width', light.width, size],
    ['height', light.height, size],
    ['upstand', light.upstand, upstand]
  ] as const) {
    needPositive(project, what, thing, value);
    if (value < least)
      refuse(project, 'rooflight.small', { numbers: { value, least }, texts: { what, thing } });
  }
  const [drawn, met] = [drawnRoof(query, roof.id), query.get(roofModels, roof.id)];
  const place = drawn && met && placeOfLight(light, drawn, met);
  if (!place)
    return refuse(project, 'rooflight.plane', {
      subjects: [roof.id],
      texts: { thing: nameOf(project, roof) }
    });
  if (!place.fits) {
    const { along, up, width, height } = light;
    const { lower } = place.slope;
    const reach = Math.max(0, reachOf(place.slope, along) / Math.cos(lower.pitch));
    refuse(project, 'rooflight.beside', {
      ...{ subjects: [roof.id], texts: { thing, roof: nameOf(project, roof) } },
      numbers: { along, up, width, height, reach }
    });
  }
  const box = boxOf(place.ring);
  for (const other of lightsIn(query, roof.id))
    if (other.light.id !== light.id && sharedArea(place.ring, other.ring) > leastShared)
      refuse(project, 'rooflight.taken', {
        subjects: [other.light.id],
        texts: { other: nameElement(project, other.light.id) }
      });
  for (const cut of query.get(allCuts, ''))
    if (cut.roofs && boxesMeet(box, cut.box) && sharedArea(place.ring, cut.ring) > leastShared)
      refuse(project, 'rooflight.taken', {
        subjects: [cut.subject],
        texts: { other: nameElement(project, cut.subject) }
      });
  return light;
}

const sizes = {
  name: s.name(),
  along: s.mm(),
  up: s.mm(),
  width: s.mm(),
  height: s.mm(),
  upstand: s.mm(),
  opens: s.oneOf(lightOpens)
};

/** The wall, or the side, that it is set out over: one of the two. */
const eaveArgs = { wall: s.id(), side: roofArgs.side() };

const eaveOf = (
  { wall, side }: { wall?: string | undefined; side?: number | undefined },
  project: Project
) => ({
  wall: wall === undefined ? null : need(project, 'wall', wall).id,
  side: wall === undefined ? (side ?? null) : null
});

export const addRooflight = command({
  name: 'addRooflight',
  about:
    'Let a rooflight into the slope over an eave of a roof (over a wall, or a side of its own outline). `along`: from the left end of that eave’s wall line, seen from outside, to its middle; `up`: along the slope from that line to its lower edge; `height`: along the slope; `upstand`: of its frame over the covering.',
  args: s.object({
    ...{ id: s.id(), roof: s.id().required(), ...eaveArgs, ...sizes },
    ...{ along: s.mm().required(), up: s.mm().required() }
  }),
  example: {
    roof: 'roof-1',
    wall: 'wall-1',
    along: 2000,
    up: 200,
    width: 780,
    height: 980,
    opens: 'pivot'
  },
  run: (project, args, query) => {
    const usual = usualSizes(settingsOf(project).units).rooflight;
    const light: Rooflight = {
      id: freshOrGiven(project, 'rooflight', args.id),
      kind: 'rooflight',
      name: args.name ?? '',
      roof: need(project, 'roof', args.roof).id,
      ...eaveOf(args, project),
      along: toStored(args.along),
      up: toStored(args.up),
      width: toStored(args.width ?? usual.width),
      height: toStored(args.height ?? usual.height),
      upstand: toStored(args.upstand ?? usual.upstand),
      opens: args.opens ?? 'pivot'
    };
    return done(project, 'Let in a rooflight', [checked(query, light)], [], [light.id]);
  }
});

export const setRooflight = command({
  name: 'setRooflight',
  about:
    'Change a rooflight: its place along and up the slope, its size, how it opens; or over which eave of its roof it is set out.',
  args: s.object({ id: s.id().required(), ...eaveArgs, ...sizes }),
  example: { id: 'rooflight-1', width: 940, height: 1000 },
  run: (project, args, query) => {
    const old = need(project, 'rooflight', args.id);
    const isNamed = args.wall !== undefined || args.side !== undefined;
    const size = (name: 'along' | 'up' | 'width' | 'height' | 'upstand') =>
      args[name] === undefined ? old[name] : toStored(args[name]);
    const light: Rooflight = {
      ...old,
      ...(isNamed && eaveOf(args, project)),
      name: args.name ?? old.name,
      ...{ along: size('along'), up: size('up'), width: size('width'), height: size('height') },
      upstand: size('upstand'),
      opens: args.opens ?? old.opens
    };
    // A name may be given to one that has lost its plane.
    const isMoved = Object.keys(args).some((key) => key !== 'id' && key !== 'name');
    const now = isMoved || query.get(lightPlaces, old.id)?.fits ? checked(query, light) : light;
    return done(project, 'Change a rooflight', [now]);
  }
});
