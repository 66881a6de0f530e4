/**
 * Which part of each roof is built where several meet. The highest roof of a place stays; what of a lower one goes is
 * decided by what each owns: an enclosed roof owns, within its bearing, all from its storey's floor up to its top.
 *
 *      main, enclosed       wing, enclosed               in section: the wing's plane goes where it is in the main
 *          /\                                            roof's space, the main roof's where it is in the wing's; what
 *         /  \ ____________                              is under an overhang stays, unless its edge is joined to the
 *        /   /\   wing     \                             plane over it, as the flap beside a valley is
 *      -/   /  \------------\-
 *        | |
 *
 * Rules, in order: 1 detached parts, 2 owned space, 3 storeys, 4 overhangs in one plane, 5 overhangs and open roofs,
 * 6 bodies. Rules 2-4 look at the roofs as rule 1 left them and rule 5 at what 2-4 left, so that the order in which roofs
 * were made is of no account. Cost: cells times pairs of roofs. Source: own rules, see docs/architecture.md.
 */
import { heightAt, type Plane } from '../../geometry/plane';
import { distance, lerp, type Point } from '../../geometry/point';
import { edgesOf, liesAlong, ringsHold, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { overlay, type MeetingRoof, type OverlayCell, type StoreyOver } from './overlay';

/** A cell of a roof that stays: what is built there lies between two planes; undefined where a higher one takes it all. */
export interface KeptCell {
  readonly facet: number;
  readonly ring: Ring;
  readonly body: { readonly bottom: Plane; readonly top: Plane; readonly isCut: boolean } | undefined;
}

/** Shorter than this, a border says nothing, mm. */
const leastBorder = 1;

/** By roof, what of it is built; undefined where the arrangement of the roofs does not settle. */
export function meetRoofs(
  roofs: readonly MeetingRoof[],
  storeys: readonly StoreyOver[]
): KeptCell[][] | undefined {
  const cells = overlay(roofs, storeys);
  if (!cells) return undefined;
  const joined = withoutDetached(roofs, cells);
  const left = cells.map((cell, c) =>
    roofs.map((_, s) => joined[c]![s]! && staysIn(roofs, cell, joined[c]!, s))
  );
  const kept = withoutFlaps(roofs, cells, left);
  const out: KeptCell[][] = roofs.map(() => []);
  cells.forEach((cell, c) => {
    const here = roofs.flatMap((_, s) => (kept[c]![s] ? [s] : []));
    for (const s of here) out[s]!.push(builtIn(roofs, cell, here, s));
  });
  return out;
}

/** By cell and roof. */
type Presence = readonly (readonly boolean[])[];

/** Rule 1: a roof that runs into others counts where it is joined to its own front without dipping under their bearings. */
function withoutDetached(roofs: readonly MeetingRoof[], cells: readonly OverlayCell[]): Presence {
  const present = cells.map(({ layers }) => layers.map((layer) => layer !== undefined));
  roofs.forEach(({ front }, s) => {
    if (!front) return;
    const others = roofs.flatMap((other, r) => (r === s || other.front ? [] : [r]));
    const under = ({ layers }: OverlayCell) =>
      others.some((r) => layers[r]?.isInBearing && layers[s]!.top < layers[r].top - tolerances.coincident);
    const seen = new Set<number>();
    const stack = cells.flatMap((cell, c) => {
      const isOut = cell.layers[s] && !others.some((r) => cell.layers[r]?.isInBearing);
      return isOut && ringsHold(front, cell.middle) ? [c] : [];
    });
    for (const c of stack) seen.add(c);
    while (stack.length > 0)
      for (const next of cells[stack.pop()!]!.beyond)
        if (next >= 0 && !seen.has(next) && cells[next]!.layers[s] && !under(cells[next]!)) {
          seen.add(next);
          stack.push(next);
        }
    present.forEach((list, c) => (list[s] = seen.has(c)));
  });
  return present;
}

/** Rules 2 to 4 for a roof in a cell where it and others are. */
function staysIn(
  roofs: readonly MeetingRoof[],
  { layers, floors }: OverlayCell,
  here: readonly boolean[],
  s: number
): boolean {
  const own = layers[s]!;
  if (own.top > floors[s]!) return false;
  const owns = (r: number) => roofs[r]!.isEnclosed && layers[r]!.isInBearing;
  return roofs.every((other, r) => {
    const theirs = layers[r];
    if (r === s || !theirs || !here[r]) return true;
    const isTie = Math.abs(theirs.top - own.top) <= tolerances.coincident;
    const isLater = roofs[s]!.id > other.id;
    if (owns(r)) {
      if (isTie) return owns(s) && !isLater;
      return own.top > theirs.top || own.top <= other.base;
    }
    return !isTie || owns(s) || !isLater;
  });
}

/** Rule 5: pieces under an overhang or an open roof that are joined to it along an edge and come out nowhere. */
function withoutFlaps(
  roofs: readonly MeetingRoof[],
  cells: readonly OverlayCell[],
  left: Presence
): boolean[][] {
  const kept = left.map((list) => [...list]);
  roofs.forEach((upper, r) =>
    roofs.forEach((_, s) => {
      if (r === s) return;
      const isUnder = (c: number) => {
        const [over, own] = [cells[c]!.layers[r], cells[c]!.layers[s]];
        if (!over || !own || !left[c]![r] || !left[c]![s]) return false;
        return over.top - own.top > tolerances.coincident && !(upper.isEnclosed && over.isInBearing);
      };
      for (const piece of piecesWhere(cells, isUnder))
        if (isFlap(roofs, cells, left, [...piece], r, s)) for (const c of piece) kept[c]![s] = false;
    })
  );
  return kept;
}

/** Connected pieces of the cells for which something holds. */
function piecesWhere(cells: readonly OverlayCell[], holds: (c: number) => boolean): Set<number>[] {
  const seen = new Set<number>();
  return cells.flatMap((_, c) => {
    if (seen.has(c) || !holds(c)) return [];
    const piece = new Set([c]);
    for (const at of piece)
      for (const next of cells[at]!.beyond) if (next >= 0 && !piece.has(next) && holds(next)) piece.add(next);
    for (const at of piece) seen.add(at);
    return [piece];
  });
}

function isFlap(
  roofs: readonly MeetingRoof[],
  cells: readonly OverlayCell[],
  left: Presence,
  piece: readonly number[],
  r: number,
  s: number
): boolean {
  let [joined, clear] = [0, 0];
  const within = new Set(piece);
  for (const c of piece) {
    const { ring, layers, beyond } = cells[c]!;
    const over = roofs[r]!.facets[layers[r]!.facet]!;
    const own = roofs[s]!.facets[layers[s]!.facet]!;
    edgesOf(ring).forEach(([p, q], i) => {
      const next = beyond[i]!;
      if (within.has(next)) return;
      const isLevel = (at: Point) =>
        Math.abs(heightAt(over.top, at) - heightAt(own.top, at)) <= tolerances.coincident;
      if (isLevel(p) && isLevel(q)) joined += distance(p, q);
      else if (next >= 0 && !cells[next]!.layers[r] && left[next]![s]) {
        const at = lerp(p, q, 0.5);
        const top = heightAt(own.top, at);
        const isClear = top < heightAt(over.underside, at) - tolerances.coincident;
        if (isClear || liesAlong(p, q, roofs[r]!.ends)) clear += distance(p, q);
        else if (top <= heightAt(over.top, at)) joined += distance(p, q);
      }
    });
  }
  return joined > leastBorder && clear <= leastBorder;
}

/** Rule 6: from underside to top; where it reaches into a higher roof, up to that one's underside. */
function builtIn(
  roofs: readonly MeetingRoof[],
  { ring, layers }: OverlayCell,
  here: readonly number[],
  s: number
): KeptCell {
  const own = layers[s]!;
  const { underside, top } = roofs[s]!.facets[own.facet]!;
  const isOver = (r: number) =>
    layers[r]!.top > own.top || (layers[r]!.top === own.top && roofs[r]!.id < roofs[s]!.id);
  const over = here
    .filter((r) => r !== s && isOver(r) && layers[r]!.underside < own.top)
    .sort((p, q) => layers[p]!.underside - layers[q]!.underside)[0];
  const facet = own.facet;
  if (over === undefined) return { facet, ring, body: { bottom: underside, top, isCut: false } };
  if (layers[over]!.underside <= own.underside) return { facet, ring, body: undefined };
  const cut = roofs[over]!.facets[layers[over]!.facet]!.underside;
  return { facet, ring, body: { bottom: underside, top: cut, isCut: true } };
}
