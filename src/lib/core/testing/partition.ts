/** The law of joints: rings simple and counter-clockwise, no two overlap, together they fill their outline. */
import { expect } from 'vitest';
import { arrange, type Face } from '../geometry/arrangement';
import {
  add,
  cross,
  distance,
  leftOf,
  lerp,
  locate,
  scale,
  subtract,
  unit,
  type Point
} from '../geometry/point';
import { boxOf, edgesOf, isSimple, ringArea, ringHolds, ringPerimeter, type Ring } from '../geometry/ring';
import type { StoreyFootprints, WallFootprint } from '../kernels/joints/footprints';
import { innerPoint } from '../geometry/triangulate';
import { standsIn } from '../kernels/joints/bands';
import type { Node } from '../kernels/joints/gather';
import { commonArea } from './oracle';

/** What is thinner is rounding, however long it is, mm. */
const hair = 0.001;

export interface NamedRing {
  readonly name: string;
  readonly ring: Ring;
  readonly z0: number;
  readonly z1: number;
}

export function plyRings(footprints: StoreyFootprints): NamedRing[] {
  return [...footprints.walls.values()].flatMap(({ frame, bands }) =>
    bands.flatMap(({ plies, z0, z1 }) =>
      plies.flatMap((rings, k) => rings.map((ring) => ({ name: `${frame.wall.id}/${k}`, ring, z0, z1 })))
    )
  );
}

/**
 * Checks at height z; `gaps`: whether the outline may hold voids (rooms); `pairs`: walls that lie in one another without
 * meeting are no joint's fault, so that only those that meet may be asked for. Returns the area filled.
 */
export function expectPartition(
  footprints: StoreyFootprints,
  z = 1000,
  gaps = false,
  pairs: 'all' | 'meeting' = 'all'
): number {
  const meeting = new Set(
    footprints.nodes.flatMap(({ members }) =>
      members.flatMap(({ frame: p }) => members.map(({ frame: q }) => `${p.wall.id} ${q.wall.id}`))
    )
  );
  const wallIn = (name: string) => name.slice(0, name.lastIndexOf('/'));
  const rings = plyRings(footprints).filter(({ z0, z1 }) => z0 <= z && z <= z1);
  let sum = 0;
  rings.forEach(({ name, ring }, i) => {
    if (!isSimple(ring) || !(ringArea(ring) > 0))
      throw new Error(`${name} is not simple and counter-clockwise`);
    sum += ringArea(ring);
    const box = boxOf(ring);
    for (const other of rings.slice(i + 1)) {
      const both = `${wallIn(name)} ${wallIn(other.name)}`;
      if (pairs === 'meeting' && wallIn(name) !== wallIn(other.name) && !meeting.has(both)) continue;
      const far = boxOf(other.ring);
      if (far.minX > box.maxX || far.maxX < box.minX || far.minY > box.maxY || far.maxY < box.minY) continue;
      const common = commonArea([ring], [other.ring]);
      const along = Math.max(
        Math.min(box.maxX, far.maxX) - Math.max(box.minX, far.minX),
        Math.min(box.maxY, far.maxY) - Math.max(box.minY, far.minY)
      );
      if (common > 0.5 && common > hair * along)
        throw new Error(`${name} and ${other.name} overlap by ${common} mm2`);
    }
  });
  const filled = arrange(rings.flatMap(({ ring }) => edgesOf(ring)));
  expect(filled).toBeDefined();
  const outline = filled!.outlines.reduce((total, ring) => total + ringArea(ring), 0);
  if (!gaps) expect(Math.abs(outline - sum)).toBeLessThan(Math.max(1, outline * 1e-6));
  const gap = gapAt(filled!.faces, rings, [...footprints.walls.values()], z);
  if (gap) throw new Error(`a gap in a joint, at ${gap.x}, ${gap.y}`);
  return sum;
}

/** Whether a joint has walls so nearly along each other that its spike is cut short. */
const isSharp = ({ members }: Node) =>
  members.some(({ frame: p }) =>
    members.some(({ frame: q }) => {
      const sine = Math.abs(cross(p.direction, q.direction));
      return p !== q && sine > 0.01 && sine < 0.9;
    })
  );

/**
 * A place where a border of what is filled, other than the face of a wall, looks into the body of a wall between its
 * ends: there the walls of a joint leave something open between them, be it a hole or a notch.
 */
function gapAt(
  faces: readonly Face[],
  rings: readonly NamedRing[],
  walls: readonly WallFootprint[],
  z: number
): Point | undefined {
  const filled = faces.filter(({ outer, holes }) => {
    if (2 * ringArea(outer) < hair * ringPerimeter(outer)) return true;
    const inside = innerPoint(outer, holes);
    return inside && rings.some(({ ring }) => ringHolds(ring, inside));
  });
  const key = (p: Point, q: Point) => `${p.x},${p.y} ${q.x},${q.y}`;
  const edges = filled.flatMap(({ outer, holes }) => [outer, ...holes].flatMap(edgesOf));
  const known = new Set(edges.map(([p, q]) => key(p, q)));
  const sound = walls.filter(
    ({ frame, entangled, joints }) =>
      !entangled &&
      frame.wall.endCut === 0 &&
      standsIn(frame, z - 1, z + 1) &&
      !joints.some(({ node }) => isSharp(node))
  );
  for (const [p, q] of edges) {
    if (known.has(key(q, p)) || distance(p, q) < 0.1) continue;
    const isFace = walls.some(({ frame: { origin, direction, y0, y1 } }) =>
      [y0, y1].some((y) => [p, q].every((v) => Math.abs(locate(v, origin, direction).y - y) < 0.01))
    );
    const beyond = add(lerp(p, q, 0.5), scale(leftOf(unit(subtract(q, p))), -0.05));
    const isBody = sound.some(({ frame }) => {
      const { t, y } = locate(beyond, frame.origin, frame.direction);
      // The end of the thicker of two walls nearly in line slants by so much.
      const near = 0.1 + (frame.y1 - frame.y0) / 100;
      return t > near && t < frame.length - near && y > frame.y0 + 0.1 && y < frame.y1 - 0.1;
    });
    if (!isFace && isBody) return beyond;
  }
  return undefined;
}

/** Walls that lie within one another without meeting are a finding, not a joint. */
export function overlaps(walls: readonly WallFootprint[]): boolean {
  const box = ({ frame: { wall, y0, y1 } }: WallFootprint) => {
    const reach = Math.max(Math.abs(y0), Math.abs(y1)) + 5;
    const around = boxOf([wall.a, wall.b]);
    return [around.minX - reach, around.maxX + reach, around.minY - reach, around.maxY + reach] as const;
  };
  const meet = (p: WallFootprint, q: WallFootprint) =>
    p.joints.some(({ node }) => node.members.some(({ frame }) => frame === q.frame));
  return walls.some((p, i) =>
    walls.slice(i + 1).some((q) => {
      const [a, b] = [box(p), box(q)];
      return a[0] < b[1] && b[0] < a[1] && a[2] < b[3] && b[2] < a[3] && !meet(p, q);
    })
  );
}
