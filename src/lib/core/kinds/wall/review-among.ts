/** Rules about walls among each other: tops out of step, nearly square, thin gaps, standing on nothing. */
import { storeyModelIn, storeyModels } from '../storey/model';
import { tolerances } from '../../geometry/tolerances';
import { memberAngle } from '../../kernels/joints/gather';
import { storedPoint } from '../../document/command';
import type { WallFrame } from './frame';
import { cross, dot, leftOf, lerp, locate, scale, type Point } from '../../geometry/point';
import { clearInHeight, frameRectangle, fromFrame, otherSide } from '../../kernels/joints/frame';
import { supportOn } from '../storey/support';
import { storeyBelow } from '../storey/record';
import { settingsOf } from '../../document/project';
import { formatLengthWithUnit } from '../../units/length';

import { slabRings } from '../slab/rings';
import { outlineOn } from './stages';
import { boxHolds, boxOf, ringArea, ringHolds, ringsHold } from '../../geometry/ring';
import type { Repair, Scope } from '../../document/kind';

/** Tops nearer than this are probably meant to be level, mm. */
const leastStep = 100;

/** Angles nearer than this to square or in line are probably meant to be, radians. */
const almost = (2 * Math.PI) / 180;

/** A gap between walls that cannot be built into, mm. */
const leastGap = 50;

export function findTops({ say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  for (const { members } of model.footprints.nodes)
    members.forEach(({ frame }, i) =>
      members.slice(i + 1).forEach(({ frame: other }) => {
        const gap = Math.abs(frame.top - other.top);
        if (!Number.isFinite(gap) || gap <= tolerances.coincident || gap >= leastStep) return;
        const [p, q] = [frame.wall.id, other.wall.id].sort() as [string, string];
        say('walls', 'wall.tops', [p, q], { gap }, { thing: named(p), other: named(q) });
      })
    );
}

export function findSkew({ say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  for (const { members } of model.footprints.nodes)
    members.forEach((member, i) =>
      members.slice(i + 1).forEach((other) => {
        const turn = memberAngle(member) - memberAngle(other);
        const quarter = Math.PI / 2;
        const off = turn - Math.round(turn / quarter) * quarter;
        if (Math.abs(off) < tolerances.sameDirection || Math.abs(off) > almost) return;
        const shorter = member.frame.length < other.frame.length ? member.frame : other.frame;
        const longer = shorter === member.frame ? other.frame : member.frame;
        const gap = Math.abs(Math.sin(off)) * shorter.length;
        // What nobody can see on site is no finding.
        if (gap < 1) return;
        const angle = Math.acos(
          Math.max(-1, Math.min(1, Math.abs(dot(member.frame.direction, other.frame.direction))))
        );
        say(
          'walls',
          'wall.not-square',
          [shorter.wall.id, longer.wall.id],
          { angle, gap },
          {
            thing: named(shorter.wall.id),
            other: named(longer.wall.id),
            what: Math.round(turn / quarter) % 2 === 0 ? 'in line' : 'square'
          }
        );
      })
    );
}

/** Parallel walls with a thin slot between their faces over more than a hand's breadth. */
export function findGaps({ say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  const frames = [...model.frames.values()]
    .map((frame) => ({ frame, box: boxOf(frameRectangle(frame, 0, frame.length, frame.y0, frame.y1)) }))
    .sort((p, q) => p.box.minX - q.box.minX);
  frames.forEach(({ frame, box }, i) => {
    for (const { frame: other, box: far } of frames.slice(i + 1)) {
      if (far.minX > box.maxX + leastGap) break;
      if (clearInHeight(frame, other)) continue;
      if (Math.abs(cross(frame.direction, other.direction)) > Math.sin(tolerances.inLine)) continue;
      const [a, b] = [other.wall.a, other.wall.b].map((p) => locate(p, frame.origin, frame.direction));
      const shared = Math.min(frame.length, Math.max(a!.t, b!.t)) - Math.max(0, Math.min(a!.t, b!.t));
      if (shared < leastStep) continue;
      const same = dot(frame.direction, other.direction) > 0;
      const [low, high] = same ? [a!.y + other.y0, a!.y + other.y1] : [a!.y - other.y1, a!.y - other.y0];
      const gap = Math.max(low - frame.y1, frame.y0 - high);
      if (gap <= tolerances.joint || gap >= leastGap) continue;
      const [p, q] = [frame.wall.id, other.wall.id].sort() as [string, string];
      say('walls', 'wall.gap', [p, q], { gap }, { thing: named(p), other: named(q) });
    }
  });
}

/** How far an upper wall may have been left behind for it to be brought along, mm. */
const mostLeft = 3000;

/** An upper wall over the outer wall below that looks the same way beside it, face over face. */
function broughtAlong(
  { project, named }: Scope,
  frame: WallFrame,
  below: readonly WallFrame[]
): Repair | undefined {
  const sign = frame.wall.outside === 'left' ? 1 : -1;
  const outer = (one: WallFrame) => (one.wall.outside === 'left' ? one.y1 : one.y0);
  const steps = below.flatMap((other) => {
    const isAlong = dot(frame.direction, other.direction) > 0;
    if (other.wall.role !== 'exterior' || isAlong !== (other.wall.outside === frame.wall.outside)) return [];
    if (Math.abs(cross(frame.direction, other.direction)) > Math.sin(tolerances.inLine)) return [];
    const face = [0, other.length].map((t) => fromFrame(other, t, outer(other)));
    const [a, b] = face.map((p) => locate(p, frame.origin, frame.direction));
    const shared = Math.min(frame.length, Math.max(a!.t, b!.t)) - Math.max(0, Math.min(a!.t, b!.t));
    const by = (a!.y + b!.y) / 2 - outer(frame);
    const isNear = Math.abs(by) < mostLeft && Math.abs(by) > tolerances.coincident;
    return isNear && shared > frame.length / 2 ? [{ other, by }] : [];
  });
  const best = steps.sort((p, q) => Math.abs(p.by) - Math.abs(q.by))[0];
  if (!best) return undefined;
  const size = formatLengthWithUnit(Math.abs(best.by), settingsOf(project).units);
  return {
    label: `Bring it ${size} ${best.by * sign > 0 ? 'outwards' : 'inwards'}, over ${named(best.other.wall.id)}`,
    call: {
      name: 'moveWalls',
      args: { ids: [frame.wall.id], by: storedPoint(scale(leftOf(frame.direction), best.by)) }
    }
  };
}

/** Places along a wall that are asked what is under them. */
const supportSamples = 20;
/** A wall that hangs over at an end by no more of its length, or spans no more of it between supports, is as one builds. */
const leastOverhang = 0.15;
const leastSpan = 0.4;

/**
 * Upper walls must have something under their length: a wall, or a slab. A slab that itself follows the walls of the
 * storey bears its partitions; an outer wall would bear itself by it.
 */
export function findUnsupported(scope: Scope) {
  const { project, say, named, query, storey } = scope;
  const model = storeyModelIn(query, storey);
  const below = storeyBelow(project, storey);
  const under = below && query.get(storeyModels, below.id);
  if (!under) return;
  const slabs = [...project.tables.slab.values()].filter((slab) => slab.storey === storey);
  const ringsOf = (those: typeof slabs) => those.flatMap(({ id }) => query.get(slabRings, id));
  const [all, drawn] = [ringsOf(slabs), ringsOf(slabs.filter(({ outline }) => outline.kind === 'drawn'))];
  const outlines = under.walls
    .flatMap(({ bands }) => bands[0]?.outline ?? [])
    .map((ring) => ({ ring, around: boxOf(ring) }));
  const carried = (p: Point, isOuter: boolean) =>
    ringsHold(isOuter ? drawn : all, p) ||
    outlines.some(({ ring, around }) => boxHolds(around, p) && ringHolds(ring, p));
  const support = query.get(supportOn, storey);
  for (const { frame } of model.walls) {
    if (frame.base > tolerances.coincident) continue;
    const middle = (frame.y0 + frame.y1) / 2;
    const ends = [fromFrame(frame, 0, middle), fromFrame(frame, frame.length, middle)] as const;
    const isOuter = frame.wall.role === 'exterior';
    const stretches = support.find((one) => one.frame === frame)?.stretches ?? [];
    // By structures beneath, or by the floor where these are as near as it is deep.
    const isHeld = (t: number) =>
      stretches.some(({ from, to, support: what }) => what !== 'nothing' && from <= t && t <= to);
    const borne = Array.from({ length: supportSamples }, (_, k) => {
      const share = (k + 0.5) / supportSamples;
      return isHeld(share * frame.length) || carried(lerp(...ends, share), isOuter);
    });
    const open = borne.filter((one) => !one).length;
    const atEnds = Math.max(borne.indexOf(true), supportSamples - 1 - borne.lastIndexOf(true));
    const texts = { thing: named(frame.wall.id), below: below.name };
    const isPartly = open > leastSpan * supportSamples || atEnds > leastOverhang * supportSamples;
    if (open < supportSamples && !isPartly) continue;
    const over = (frame.length * open) / supportSamples;
    const repair = isOuter ? broughtAlong(scope, frame, [...under.frames.values()]) : undefined;
    if (open === supportSamples) say('walls', 'wall.unsupported', [frame.wall.id], {}, texts, repair);
    else say('walls', 'wall.overhangs', [frame.wall.id], { over, length: frame.length }, texts, repair);
  }
}

/** Outer walls that close round something within the house look into it, or are none. */
export function findWithinHouse({ say, query, storey, project }: Scope) {
  const outline = outlineOn(query, storey, 'outer');
  outline?.rings.forEach((ring, r) => {
    const others = outline.rings.filter((other) => other !== ring);
    if (ringArea(ring) < 0 || !ring.every((p) => ringsHold(others, p))) return;
    const ids = [...new Set(outline.walls[r]!.flat())];
    const sides = new Set(ids.map((id) => project.tables.wall.get(id)!.outside));
    const [side] = sides;
    const turned: Repair[] =
      sides.size === 1
        ? [
            {
              label: 'Make it a court',
              call: { name: 'setWalls', args: { ids, outside: otherSide[side!] } }
            }
          ]
        : [];
    const partitions: Repair = {
      label: 'Make them partitions',
      call: { name: 'setWalls', args: { ids, role: 'partition' } }
    };
    say('walls', 'walls.within-house', ids, {}, { count: String(ids.length) }, [...turned, partitions]);
  });
}

/** How far beyond a face one stands to see where it looks, mm. */
const besideFace = 20;

/** Outer walls of a closed outline look outwards. */
export function findInsideOut({ say, named, query, storey }: Scope) {
  const rings = outlineOn(query, storey, 'outer')?.rings ?? [];
  const isIn = (p: Point) => ringsHold(rings, p);
  for (const { frame } of storeyModelIn(query, storey).walls) {
    if (frame.wall.role !== 'exterior') continue;
    const [left, right] = [frame.y1 + besideFace, frame.y0 - besideFace].map((y) =>
      isIn(fromFrame(frame, frame.length / 2, y))
    );
    const [outer, inner] = frame.wall.outside === 'left' ? [left, right] : [right, left];
    const { id, outside } = frame.wall;
    if (outer && !inner)
      say(
        'walls',
        'wall.inside-out',
        [id],
        {},
        { thing: named(id) },
        {
          label: 'Turn it',
          call: { name: 'setWalls', args: { ids: [id], outside: otherSide[outside] } }
        }
      );
  }
}
