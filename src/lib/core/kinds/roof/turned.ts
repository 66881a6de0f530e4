/** Edges of a roof as commands change them: over a wall of the storey's outline, or a side of the roof's own. */
import { need, needPositive, refuse } from '../../document/command';
import type { Project, Query } from '../../document/kind';
import { nameOf } from '../../document/names';
import { sameValue } from '../../document/patch';
import { toStored } from '../../geometry/tolerances';
import { needOutline } from '../wall/need-outline';
import { wallsIn, type MadeEdge } from './edges';
import { needRoofOutline, pitchOf } from './need-outline';
import {
  asRoof,
  isBare,
  type EdgeSettings,
  type Roof,
  type RoofEdge,
  type RoofEdgeKind,
  type RoofSide,
  type SecondSlope,
  type Soffit
} from './record';

export interface EdgeGiven {
  readonly kind?: RoofEdgeKind | undefined;
  readonly pitch?: number | null | undefined;
  readonly overhang?: number | null | undefined;
  readonly plateLevel?: number | null | undefined;
  readonly seat?: number | null | undefined;
  /** In degrees. */
  readonly second?: SecondSlope | null | undefined;
  readonly fascia?: number | null | undefined;
  readonly soffit?: Soffit | null | undefined;
}

export const plainEdge: EdgeSettings = { kind: 'eave', ...asRoof };

/** An edge of the storey's outline, or a side of the roof's own, with what is said of it anew, checked. */
export function changedEdge<E extends RoofEdge | RoofSide>(project: Project, old: E, given: EdgeGiven): E {
  const length = (value: number | null | undefined, was: number | null) =>
    value === undefined ? was : value === null ? null : toStored(value);
  const made = {
    ...old,
    kind: given.kind ?? old.kind,
    pitch:
      given.pitch === undefined ? old.pitch : given.pitch === null ? null : pitchOf(project, given.pitch),
    overhang: length(given.overhang, old.overhang),
    plateLevel: length(given.plateLevel, old.plateLevel),
    seat: length(given.seat, old.seat),
    second:
      given.second === undefined
        ? old.second
        : given.second && {
            above: toStored(given.second.above),
            pitch: pitchOf(project, given.second.pitch)
          },
    fascia: length(given.fascia, old.fascia),
    soffit: given.soffit === undefined ? old.soffit : given.soffit
  };
  if (made.second && made.second.above <= 0)
    needPositive(project, 'height above the plate', 'the second slope', made.second.above);
  if (made.overhang !== null && made.overhang < 0)
    needPositive(project, 'overhang', 'the edge of the roof', made.overhang);
  if (made.seat !== null) needSeat(project, made.seat);
  if (made.fascia !== null) needBoard(project, 'the edge of the roof', made.fascia);
  if (isBare(made.kind) && given.overhang)
    refuse(project, 'roof.abutment', {
      subjects: old.wall === null ? [] : [old.wall],
      numbers: { overhang: given.overhang }
    });
  return made;
}

export function needBoard(project: Project, thing: string, fascia: number) {
  if (fascia < 0) needPositive(project, 'depth of the board', thing, fascia);
}

export function needSeat(project: Project, seat: number) {
  if (seat < 0) needPositive(project, 'seat', 'the roof', seat);
}

export function checkEdges(query: Query, roof: Roof, walls: readonly string[]) {
  const { project } = query;
  const carried = new Set(wallsIn(needRoofOutline(query, roof)));
  for (const wall of walls)
    if (!carried.has(wall))
      refuse(project, 'roof.edge', {
        subjects: [wall, roof.id],
        texts: { wall: nameOf(project, need(project, 'wall', wall)), thing: nameOf(project, roof) }
      });
}

export interface Turned {
  readonly made: EdgeSettings;
  readonly was: RoofEdgeKind;
  readonly roof: Roof;
}

/** An edge over a wall of the storey's outline. */
export function turnedEdge(query: Query, old: Roof, wall: string, given: EdgeGiven): Turned {
  const outline = needOutline(query, old.storey, 'outer');
  // Walls in line under one edge turn together.
  const along = outline.walls.flat().find((walls) => walls.includes(wall)) ?? [wall];
  const others = old.edges.filter((one) => !along.includes(one.wall));
  const was = old.edges.find((one) => along.includes(one.wall)) ?? { wall, ...plainEdge };
  const made = changedEdge(query.project, { ...was, wall }, given);
  checkEdges(query, old, [wall]);
  const isPlain = sameValue({ ...made }, { wall, ...plainEdge });
  return { made, was: was.kind, roof: { ...old, edges: isPlain ? others : [...others, made] } };
}

/** A side of the roof's own outline. */
export function turnedSide(
  query: Query,
  old: Roof,
  sides: readonly RoofSide[],
  wall: string | undefined,
  number: number | undefined,
  given: EdgeGiven
): Turned {
  const { project } = query;
  const at = number ?? sides.findIndex((side) => side.wall === wall && wall !== undefined);
  const side = sides[at];
  if (!side) {
    if (wall !== undefined) checkEdges(query, old, [wall]);
    return refuse(project, 'roof.no-edge', { subjects: [old.id] });
  }
  const made = changedEdge(project, side, given);
  return { made, was: side.kind, roof: { ...old, sides: sides.map((one, i) => (i === at ? made : one)) } };
}

/** An edge as it is made, whichever of the two it is; undefined where no command can name it. */
export const turnedMade = (
  query: Query,
  roof: Roof,
  edge: MadeEdge,
  given: EdgeGiven
): Turned | undefined => {
  const [wall] = edge.walls;
  if (roof.sides && edge.side !== null)
    return turnedSide(query, roof, roof.sides, undefined, edge.side, given);
  return roof.sides || wall === undefined ? undefined : turnedEdge(query, roof, wall, given);
};
