/** What the review has to say: findings from the derived state, newest rules last. Values, never throws. */
import { distance, locate } from '../geometry/point';
import { boxOf, type Ring } from '../geometry/ring';
import { tolerances } from '../geometry/tolerances';
import { clearRange } from '../derive/2-openings';
import { angleNow } from '../derive/dimensions';
import { guideLines } from '../derive/guides';
import { chainSizes } from '../derive/sizes';
import type { WallFootprint } from '../derive/1-footprints';
import type { Model, StoreyModel } from '../derive/graph';
import { commonArea } from './common-area';
import { findStanding } from './standing';
import type { Finding, Scope, Stage } from './scope';
import { findGaps, findSkew, findTops, findUnsupported } from './walls';
import { nameElement } from '../project/names';
import { problem } from '../project/problems';
import { settingsOf, storeysInOrder } from '../project/project';
import type { Certainty, Project } from '../project/records';

/** A nib shorter than this beside a joint is hard to build, mm. */
export const leastNib = 100;
const largestReported = 0.01;

/** Findings of a project, those put off among them with their reason. */
export function reviewProject(project: Project, derived: Model): Finding[] {
  const findings: Finding[] = [];
  const { units } = settingsOf(project);
  for (const storey of storeysInOrder(project)) {
    const model = derived.storey(project, storey.id)!;
    const scope: Scope = {
      project,
      derived,
      model,
      named: (id) => nameElement(project, id),
      say: (stage, code, subjects, numbers, texts) =>
        findings.push({
          ...problem(code, units, { subjects, ...(numbers && { numbers }), ...(texts && { texts }) }),
          id: `${code} ${subjects.join(' ')}`,
          stage,
          storey: storey.id
        })
    };
    for (const rule of rules) rule(scope);
  }
  const reasons = new Map(
    [...project.tables.putOff.values()].map(({ finding, reason }) => [finding, reason])
  );
  return findings.map((finding) => {
    const putOff = reasons.get(finding.id);
    return putOff === undefined ? finding : { ...finding, putOff };
  });
}

const rules = [
  findOpenRuns,
  findOverlaps,
  findUnsolved,
  findTops,
  findSkew,
  findGaps,
  findUnsupported,
  findOpenings,
  findStanding,
  findSlabs,
  findRoofs,
  findArea,
  findUnsure,
  findAskew
];

function findOpenRuns({ model, say, named }: Scope) {
  const free = model.footprints.nodes.flatMap(({ members, point }) =>
    members.length === 1 && !members[0]!.frame.wall.standsApart ? [{ member: members[0]!, point }] : []
  );
  for (const { member, point } of free) {
    const { wall } = member.frame;
    const miss = nearestMiss(model, wall.id, point);
    if (miss)
      say(
        'walls',
        'wall.near-miss',
        [wall.id, miss.wall],
        { gap: miss.gap },
        { thing: named(wall.id), other: named(miss.wall) }
      );
    else if (wall.role === 'exterior') {
      const others = free
        .filter((other) => other.member !== member && other.member.frame.wall.role === 'exterior')
        .map((other) => distance(other.point, point));
      if (others.length > 0)
        say('walls', 'run.open', [wall.id], { gap: Math.min(...others) }, { thing: named(wall.id) });
    }
  }
}

function nearestMiss(
  model: StoreyModel,
  own: string,
  p: { x: number; y: number }
): { wall: string; gap: number } | undefined {
  let best: { wall: string; gap: number } | undefined;
  for (const [id, frame] of model.frames) {
    if (id === own || frame.wall.standsApart) continue;
    const { t, y } = locate(p, frame.origin, frame.direction);
    const [over, off] = [Math.max(0, -t, t - frame.length), Math.max(0, frame.y0 - y, y - frame.y1)];
    const gap = Math.hypot(over, off);
    if (gap <= tolerances.nearMiss && (!best || gap < best.gap)) best = { wall: id, gap };
  }
  return best;
}

/** Parallel or crossing walls that no joint has sorted out. */
function findOverlaps({ model, say, named }: Scope) {
  const boxes = model.walls
    .map((wall) => ({ wall, box: boxOf(wall.bands.flatMap(({ outline }) => outline.flat())) }))
    .sort((p, q) => p.box.minX - q.box.minX);
  boxes.forEach((p, i) => {
    for (let j = i + 1; j < boxes.length && boxes[j]!.box.minX < p.box.maxX; j++) {
      const q = boxes[j]!;
      if (q.box.minY > p.box.maxY || q.box.maxY < p.box.minY) continue;
      const area = overlapArea(p.wall, q.wall) / 1e6;
      if (area > largestReported / 10) {
        const [a, b] = [p.wall.frame.wall.id, q.wall.frame.wall.id].sort() as [string, string];
        say(
          'walls',
          'walls.overlap',
          [a, b],
          { area },
          { thing: named(a), other: named(b), area: `${area.toFixed(3)} m²` }
        );
      }
    }
  });
}

function overlapArea(p: WallFootprint, q: WallFootprint): number {
  let area = 0;
  for (const band of p.bands)
    for (const other of q.bands) {
      if (band.z1 <= other.z0 || other.z1 <= band.z0) continue;
      for (const ring of band.outline)
        for (const cutter of other.outline) area = Math.max(area, commonArea(ring, cutter));
    }
  return area;
}

function findUnsolved({ model, say, named }: Scope) {
  for (const { frame, bands, unsolved } of model.walls) {
    if (unsolved) say('walls', 'joint.unsolved', [frame.wall.id], {}, { thing: named(frame.wall.id) });
    else if (bands.every(({ plies }) => plies.every((rings) => rings.length === 0)))
      say('walls', 'wall.swallowed', [frame.wall.id], {}, { thing: named(frame.wall.id) });
  }
}

function findOpenings({ model, say, named }: Scope) {
  for (const footprint of model.walls) {
    const { frame } = footprint;
    const ends = endRanges(footprint);
    for (const { opening, t0, t1 } of model.places.get(frame.wall.id) ?? []) {
      const over = Math.max(-t0, t1 - frame.length);
      const texts = { thing: named(opening.id), wall: named(frame.wall.id) };
      if (over > tolerances.coincident)
        say('openings', 'opening.lost', [opening.id, frame.wall.id], { over }, texts);
      else {
        const gap = Math.min(t0 - ends[0], ends[1] - t1);
        if (gap < leastNib - tolerances.coincident)
          say('openings', 'opening.near-joint', [opening.id, frame.wall.id], { gap, least: leastNib }, texts);
      }
    }
  }
}

function endRanges({ frame, joints, bands }: WallFootprint): [number, number] {
  const jointed = (part: 'a' | 'b') =>
    joints.some(
      ({ node }) => node.members.length > 1 && node.members.some((m) => m.frame === frame && m.part === part)
    );
  const [t0, t1] = clearRange(frame, endPoints(frame.length, frame, bands[0]?.outline ?? []));
  return [jointed('a') ? t0 : -Infinity, jointed('b') ? t1 : Infinity];
}

/** Only the corners near the ends: notches of branches along the wall do not narrow it. */
function endPoints(length: number, frame: WallFootprint['frame'], rings: readonly Ring[]): Ring[] {
  const near = Math.min(length / 2, 2 * (frame.y1 - frame.y0) + 500);
  return rings.map((ring) =>
    ring.filter((p) => {
      const { t } = locate(p, frame.origin, frame.direction);
      return t < near || t > length - near;
    })
  );
}

function findSlabs({ project, derived, model, say, named }: Scope) {
  for (const slab of project.tables.slab.values())
    if (slab.storey === model.storey.id && derived.slabRings(project, slab).length === 0)
      say('floors', 'slab.no-outline', [slab.id], {}, { thing: named(slab.id) });
}

function findRoofs({ project, derived, model, say, named }: Scope) {
  const { ground, heightLimit } = settingsOf(project);
  for (const roof of project.tables.roof.values()) {
    if (roof.storey !== model.storey.id) continue;
    const solved = derived.roof(project, roof);
    if (!solved) say('roof', 'roof.no-outline', [roof.id], {}, { thing: named(roof.id) });
    else {
      if (solved.lidArea > 1e4)
        say(
          'roof',
          'roof.no-plane',
          [roof.id],
          {},
          { thing: named(roof.id), area: `${(solved.lidArea / 1e6).toFixed(2)} m²` }
        );
      const height = model.storey.datum + solved.ridge - ground;
      if (heightLimit !== null && height > heightLimit + tolerances.coincident)
        say('roof', 'limit.height', [roof.id], { height, limit: heightLimit });
    }
  }
}

/** The limit of floor area is of the whole project: said once, with the lowest storey. */
function findArea({ project, derived, model, say }: Scope) {
  const { areaLimit } = settingsOf(project);
  if (areaLimit === null || model.storey.id !== storeysInOrder(project)[0]!.id) return;
  const area = derived.floorArea(project);
  const words = (mm2: number) => `${(mm2 / 1e6).toFixed(1)} m²`;
  if (area > areaLimit) say('storeys', 'limit.area', [], {}, { area: words(area), limit: words(areaLimit) });
}

/** Dimensions and guides between lines that are not parallel any more; angles between lines that are. */
function findAskew({ project, model, say, named }: Scope) {
  const report = (stage: Stage, id: string, why: string) =>
    say(stage, 'mark.askew', [id], {}, { thing: named(id), why });
  const apart = 'what it lies between is not parallel any more';
  for (const { id, storey, form } of project.tables.dimension.values()) {
    if (storey !== model.storey.id) continue;
    if (form.kind === 'chain' && !chainSizes(project, form.ends)) report('drawings', id, apart);
    if (form.kind === 'angle' && !angleNow(project, form.arms))
      report('drawings', id, 'its walls are parallel now');
  }
  for (const guide of project.tables.guide.values())
    if (guide.storey === model.storey.id && guideLines(project, guide).length === 0)
      report('measure', guide.id, apart);
}

/** Sizes to be measured again. */
function findUnsure({ project, model, say, named }: Scope) {
  const words = { assumed: 'are assumed', unknown: 'are not known' };
  const report = (id: string, certainty: Certainty) => {
    if (certainty !== 'measured')
      say('measure', 'size.assumed', [id], {}, { thing: named(id), sure: words[certainty] });
  };
  for (const { wall } of model.frames.values()) report(wall.id, wall.certainty);
  for (const { opening } of [...model.places.values()].flat()) report(opening.id, opening.certainty);
  for (const one of project.tables.dimension.values())
    if (one.storey === model.storey.id) report(one.id, one.certainty);
}
