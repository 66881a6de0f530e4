/**
 * A dormer let into a plane of a roof: a wall for its front, a window in it, and a small roof over both, whose cheeks
 * stand on the plane. Each is a thing of its own then, and changed like any other.
 *
 *             width                    from the side:        back, under the plane
 *          +--=====--+  front                       _____.-'/
 *          |  window |                        plate |    |.-'
 *          |         |                              |  .-'|
 *          +         +                              |-'   height: of the front over the plane
 *            \     /   valleys                   .-'|
 *                                             .-'    setback: from the outer line of the wall to the front
 */
import * as s from '../document/schemas';
import {
  after,
  command,
  done,
  freshOrGiven,
  need,
  needPositive,
  refuse,
  storedPoint
} from '../document/command';
import { applyPatch } from '../document/patch';
import type { Project, Query } from '../document/kind';
import { nameOf } from '../document/names';
import { idMaker, settingsOf } from '../document/project';
import { heightAt, type Plane } from '../geometry/plane';
import type { Point } from '../geometry/point';
import { leastShared, sharedArea } from '../geometry/common-area';
import { ringsHold } from '../geometry/ring';
import { toStored } from '../geometry/tolerances';
import { addOpening } from '../kinds/opening/commands';
import type { Opening } from '../kinds/opening/record';
import { side as roofSide } from '../kinds/roof/args';
import { asRoof, type Roof, type RoofEdgeKind, type RoofSide } from '../kinds/roof/record';
import { liesOn, placeOn, reachOf, slopeOver, type EaveName, type RoofSlope } from '../kinds/roof/slope';
import { drawnRoof } from '../kinds/roof/stages';
import type { BuildUp } from '../kinds/build-up/record';
import { frameOf } from '../kinds/wall/frame';
import { wallsOf, type Wall } from '../kinds/wall/record';
import { degree } from '../units/angle';
import { usualSizes, type UsualSizes } from '../units/usual';
import { dormerForms } from './dormer-forms';

/** So steep a shed dormer is, of the pitch of the roof, where none is said. */
const shedShare = 1 / 3;

/** Of the plane left below the window, of the wall over it, and beside it, mm. */
const apron = 150;
const lintel = 100;
const jamb = 100;
/** A lower front than this is not proposed, mm. */
const leastFront = 300;
/** So far past the place where it meets the plane a dormer is drawn, mm. */
const past = 50;

/** The plane over an eave of a roof; of those over it the lower. */
function needSlope(query: Query, roof: Roof, eave: EaveName): RoofSlope {
  const model = drawnRoof(query, roof.id);
  return (
    (model && slopeOver(model, eave)) ??
    refuse(query.project, 'dormer.plane', {
      subjects: [roof.id],
      texts: { thing: nameOf(query.project, roof) }
    })
  );
}

/** What the front is made of: as the wall under the plane is, or another outer wall. */
function buildUpOf(project: Project, roof: Roof, slope: RoofSlope, given: string | undefined): BuildUp {
  if (given !== undefined) return need(project, 'buildUp', given);
  const walls = [
    ...slope.walls.map((id) => project.tables.wall.get(id)),
    ...wallsOf(project, roof.storey).filter(({ role }) => role === 'exterior')
  ];
  const [wall] = walls.filter((one) => one !== undefined);
  return need(project, 'buildUp', wall?.buildUp ?? [...project.tables.buildUp.keys()][0] ?? '');
}

interface Dormer {
  readonly width: number;
  readonly height: number;
  readonly setback: number;
  readonly distance: number;
  readonly pitch: number;
  readonly form: (typeof dormerForms)[number];
}

/** How much it rises from its plate to its highest line, and by how much the plane gains on that for each mm inwards. */
function risesOf(roof: Roof, host: RoofSlope, { width, pitch, form }: Omit<Dormer, 'height'>) {
  const isShed = form === 'shed';
  const own = (isShed ? 0 : (width / 2) * Math.tan(pitch)) + roof.thickness / Math.cos(pitch);
  return { own, gained: Math.tan(host.lower.pitch) - (isShed ? Math.tan(pitch) : 0) };
}

/** As high as is usual, or as it can be where the plane ends before. */
function heightFor(roof: Roof, host: RoofSlope, dormer: Omit<Dormer, 'height'>, usual: number): number {
  const { own, gained } = risesOf(roof, host, dormer);
  const most = (reachOf(host, dormer.distance) - dormer.setback - 2 * past) * gained - own;
  return most >= leastFront && most < usual ? Math.floor(most / 10) * 10 : usual;
}

/** The corners of its bearing from the front's left one, seen from outside, counter-clockwise; the plate over the datum. */
function shapeOf(
  project: Project,
  roof: Roof,
  host: RoofSlope,
  dormer: Dormer
): { readonly corners: Point[]; readonly plate: number; readonly foot: number } {
  const { width, height, setback, distance: middle, pitch } = dormer;
  const at = (t: number, s: number) => placeOn(host, t, s);
  const [left, right] = [middle - width / 2, middle + width / 2];
  const plane = (s: number) => heightAt(host.lower.top, at(middle, s));
  const plate = plane(setback) + height;
  // Where its highest line, or its slope, comes to the plane.
  const { own, gained } = risesOf(roof, host, dormer);
  const numbers = { pitch, host: host.lower.pitch };
  const texts = { thing: nameOf(project, roof) };
  if (gained <= 0.01) refuse(project, 'dormer.steep', { subjects: [roof.id], numbers, texts });
  const depth = (height + own) / gained + past;
  const corners = [
    at(left, setback),
    at(right, setback),
    at(right, setback + depth),
    at(left, setback + depth)
  ];
  const isOn = (p: Point) => liesOn(host.lower, p);
  const fits =
    [corners[0]!, corners[1]!, at(middle, setback + depth)].every(isOn) &&
    corners.slice(2).every((p) => ringsHold(host.bearing, p));
  if (!fits) {
    const over = isOn(at(left, setback)) && isOn(at(right, setback));
    refuse(project, over ? 'dormer.high' : 'dormer.off', {
      ...{ subjects: [roof.id], texts },
      numbers: { height: plate + own, depth: setback + depth, width, setback, middle }
    });
  }
  return {
    corners: corners.map(storedPoint),
    plate: toStored(plate),
    foot: heightAt(host.lower.underside, at(middle, setback))
  };
}

/** Refuses a dormer where another stands. */
function keepApart(query: Query, { storey }: Roof, corners: readonly Point[]) {
  const { project } = query;
  for (const other of project.tables.roof.values()) {
    if (!other.cheeks || other.storey !== storey) continue;
    const rings = drawnRoof(query, other.id)?.bearing ?? [];
    if (rings.some((ring) => sharedArea(corners, ring) > leastShared))
      refuse(project, 'dormer.taken', { subjects: [other.id], texts: { other: nameOf(project, other) } });
  }
}

/** The wall of its front, its outer face on the line; up to the roof over it. */
function frontOf(roof: Roof, id: string, corners: readonly Point[], buildUp: BuildUp, foot: number): Wall {
  return {
    ...{ id, kind: 'wall', name: '', storey: roof.storey, a: corners[0]!, b: corners[1]! },
    ...{ settingOut: 'outer', settingOutOffset: 0, returnEnds: false, endCut: 0, returnJambs: false },
    ...{
      coversFloor: false,
      throughRoofs: false,
      outside: 'right',
      buildUp: buildUp.id,
      on: null,
      base: toStored(foot)
    },
    ...{ top: { kind: 'roof' }, role: 'nib', standsApart: true, certainty: 'measured' }
  };
}

const kindsOf: Readonly<Record<(typeof dormerForms)[number], readonly RoofEdgeKind[]>> = {
  gable: ['gable', 'eave', 'gable', 'eave'],
  hip: ['eave', 'eave', 'gable', 'eave'],
  shed: ['eave', 'gable', 'gable', 'gable']
};

export const addDormer = command({
  name: 'addDormer',
  about:
    'Let a dormer into the plane over an eave of a roof: a front wall with a window, and a small gabled, hipped or shed roof over it with cheeks. `distance`: from the left end of that eave’s wall line, seen from outside, to the middle of the dormer; `setback`: from that line to its front; `height`: of the front over the plane; `cheeks`: how thick its sides are. Without `window`: false it has one that fills its front.',
  args: s.object({
    roof: s.id().required(),
    wall: s.id(),
    side: roofSide(),
    distance: s.mm().required(),
    form: s.oneOf(dormerForms),
    width: s.mm(),
    height: s.mm(),
    setback: s.mm(),
    pitch: s.degrees(),
    overhang: s.mm(),
    thickness: s.mm(),
    cheeks: s.mm(),
    buildUp: s.id(),
    window: s.flag(),
    entry: s.id()
  }),
  example: { roof: 'roof-1', wall: 'wall-1', distance: 3000, width: 1200, height: 400, setback: 300 },
  run: (project, args, query) => {
    const host = need(project, 'roof', args.roof);
    const slope = needSlope(query, host, args);
    const form = args.form ?? 'gable';
    const usual = usualSizes(settingsOf(project).units).dormer;
    const size = (name: keyof UsualSizes['dormer'], what: string, least = 1) => {
      const value = toStored(args[name] ?? usual[name]);
      if (value < least) needPositive(project, what, 'the dormer', Math.min(value, 0));
      return value;
    };
    const width = size('width', 'width');
    const cheeks = size('cheeks', 'thickness of the cheeks');
    const pitch = (args.pitch ?? (slope.lower.pitch / degree) * (form === 'shed' ? shedShare : 1)) * degree;
    if (!(pitch >= degree && pitch <= 80 * degree))
      refuse(project, 'roof.pitch', { numbers: { pitch, least: degree, most: 80 * degree } });
    if (width <= 2 * cheeks + jamb)
      refuse(project, 'dormer.narrow', { numbers: { width, least: 2 * cheeks + jamb } });
    const thickness = toStored(args.thickness ?? host.thickness);
    needPositive(project, 'thickness', 'the dormer', thickness);
    const made = { ...host, thickness };
    const front = { width, pitch, form, distance: args.distance, setback: size('setback', 'setback', 0) };
    const { corners, plate, foot } = shapeOf(project, made, slope, {
      ...front,
      height:
        args.height === undefined ? heightFor(made, slope, front, usual.height) : size('height', 'height')
    });
    keepApart(query, host, corners);
    const buildUp = buildUpOf(project, host, slope, args.buildUp);
    const next = idMaker(project);
    const wall = frontOf(host, next('wall'), corners, buildUp, foot);
    const overhang = size('overhang', 'overhang', 0);
    const sides = kindsOf[form].map((kind, k): RoofSide => ({
      ...{ ...asRoof, kind, inner: false, wall: k === 0 ? wall.id : null },
      ...(k === 2 && { overhang: 0 }),
      line: k === 0 ? null : { from: corners[k]!, to: corners[(k + 1) % 4]! }
    }));
    const roof: Roof = {
      ...{
        ...host,
        id: freshOrGiven(project, 'roof', undefined),
        name: 'dormer',
        pitch,
        overhang,
        thickness
      },
      ...{ plateLevel: plate, edges: [], sides, fascia: Math.min(host.fascia, thickness), soffit: 'open' },
      buildUp: args.thickness === undefined ? host.buildUp : null,
      cheeks: { thickness: cheeks, material: buildUp.plies[0]!.material }
    };
    const things = [wall, roof];
    const window =
      args.window === false
        ? undefined
        : windowIn(query, things, wall, cheeks + jamb, args.entry, plate, slope.lower.top);
    const result = done(project, 'Let in a dormer', [...things, ...(window ? [window] : [])], [], [roof.id]);
    const isBlind = args.window !== false && !window;
    return isBlind ? { ...result, also: 'Its front has no room for a window.' } : result;
  }
});

/** The window that fills the front: over the plane, under the plate, `side` from either end. */
function windowIn(
  query: Query,
  things: readonly (Wall | Roof)[],
  front: Wall,
  side: number,
  entry: string | undefined,
  plate: number,
  host: Plane
): Opening | undefined {
  const grown = after(query.project, things);
  const frame = frameOf(grown, front)!;
  const sill = Math.ceil(heightAt(host, front.a) + apron);
  const [width, height] = [frame.length - 2 * side, Math.floor(plate - lintel - sill)];
  const { units } = settingsOf(grown);
  const least = units.system === 'ft' ? 304.8 : 300;
  if (width < least || height < least) return undefined;
  const id = idMaker(grown)('opening');
  const asked = {
    id,
    wall: front.id,
    filling: 'window',
    ...(entry && { entry }),
    distance: side,
    width,
    height,
    sill
  };
  const result = addOpening.run(grown, asked, query.at(grown));
  return result.ok ? applyPatch(grown, result.patch).tables.opening.get(id) : undefined;
}
