/**
 * What every command brings along, in the same patch: twins follow, joints and all that refers to walls and openings
 * find their homes; and what is locked refuses to change.
 */
import { chainSizes, borderOf, sameBorder } from '../derive/sizes';
import { tipAt } from '../derive/dimensions';
import { guideLines } from '../derive/guides';
import { along } from '../geometry/point';
import { tolerances, toStored } from '../geometry/tolerances';
import { layerThat } from '../project/layers';
import { applyPatch, composePatches, patchOf, type Patch } from '../project/patch';
import { settingsOf } from '../project/project';
import type { Dimension, DimensionForm, Guide, Kind, Project, Rec, SizeEnd, Wall } from '../project/records';
import { endsIn } from '../project/validate';
import { formatLengthWithUnit } from '../units/length';
import { nameOf, refuse } from './command';
import { placeAt } from './dimensions';
import { rehomeJoints } from './joints';
import { followTwins } from './twins';
import { storedPoint } from './walls';

/** The patch with all that follows from it. Refuses (throws) what changes something locked. */
export function follow(project: Project, patch: Patch): Patch {
  const twinned = project.tables.twins.size > 0 ? followTwins(project, patch) : patch;
  const homed = rehome(project, rehomeJoints(project, twinned));
  checkLayers(project, homed);
  checkSizes(project, homed);
  return homed;
}

/** Twins see to their own: what is gone from one is gone from all. */
const referring: readonly Kind[] = ['guide', 'dimension', 'layer'];

/** What named a wall or opening that is gone names what took its place, keeps its own place, or goes too. */
function rehome(project: Project, patch: Patch): Patch {
  const gone = new Set([...patch].flatMap(([id, { after }]) => (after ? [] : [id])));
  if (gone.size === 0 || referring.every((kind) => project.tables[kind].size === 0)) return patch;
  const after = applyPatch(project, patch);
  const among = [...patch.values()].flatMap(({ after: one }): Wall[] => (one?.kind === 'wall' ? [one] : []));
  const heir = (end: SizeEnd): SizeEnd[] => {
    if (!gone.has('wall' in end ? end.wall : end.opening)) return [end];
    const found = sameBorder(project, end, after, among);
    return found ? [found] : [];
  };
  const puts: Rec[] = [];
  const removes: string[] = [];
  const settle = (old: Rec, now: Rec | undefined) => {
    if (!now) removes.push(old.id);
    else if (now !== old) puts.push(now);
  };
  const lost = (of: Parameters<typeof endsIn>[0]) =>
    endsIn(of).some((one) => gone.has('wall' in one ? one.wall : one.opening));
  for (const guide of after.tables.guide.values())
    if (lost(guide.line)) settle(guide, homeGuide(project, guide, heir));
  for (const dimension of after.tables.dimension.values())
    if (lost(dimension.form)) settle(dimension, homeDimension(project, after, dimension, heir));
  for (const layer of after.tables.layer.values()) {
    const { holds } = layer;
    if (holds.by === 'items' && holds.items.some((id) => gone.has(id)))
      puts.push({ ...layer, holds: { by: 'items', items: holds.items.filter((id) => !gone.has(id)) } });
  }
  return composePatches(patch, patchOf(after, puts, removes));
}

type Heir = (end: SizeEnd) => SizeEnd[];

/** A guide off a lost face stays where it is. */
function homeGuide(project: Project, guide: Guide, heir: Heir): Guide | undefined {
  const { line } = guide;
  if (line.kind === 'division') {
    const [[from], [to]] = [heir(line.from), heir(line.to)];
    return from && to && { ...guide, line: { ...line, from, to } };
  }
  if (line.kind === 'points') return guide;
  const [found] = heir(line);
  if (found && 'wall' in found && found.side !== 'centre')
    return { ...guide, line: { ...line, wall: found.wall, side: found.side } };
  const [at] = guideLines(project, guide);
  if (!at) return undefined;
  const [a, b] = [at.point, along(at.point, at.direction, 1000)].map(storedPoint);
  return { ...guide, line: { kind: 'points', a: a!, b: b! } };
}

function homeDimension(
  project: Project,
  after: Project,
  dimension: Dimension,
  heir: Heir
): Dimension | undefined {
  const form = homeForm(project, after, dimension.form, heir);
  return form && { ...dimension, form };
}

function homeForm(
  project: Project,
  after: Project,
  form: DimensionForm,
  heir: Heir
): DimensionForm | undefined {
  switch (form.kind) {
    case 'chain': {
      const ends = form.ends.flatMap(heir);
      if (ends.length < 2) return undefined;
      const sizes = chainSizes(after, ends);
      const old = borderOf(project, form.ends[0]!);
      if (!sizes || !old) return undefined;
      // The string stays where it was, whatever its first line now begins at.
      const place = placeAt(after, ends[0]!, along(old.point, old.direction, form.place));
      const all = ends.length === form.ends.length;
      return {
        ...form,
        ends,
        place,
        locked: form.locked && (all ? form.locked : sizes.map(toStored))
      };
    }
    case 'angle': {
      const arms = form.arms.flatMap((arm) => {
        const [found] = heir(arm);
        return found && 'wall' in found && found.side !== 'centre'
          ? [{ ...arm, wall: found.wall, side: found.side }]
          : [];
      });
      return arms.length === 2 ? { ...form, arms: [arms[0]!, arms[1]!] } : undefined;
    }
    case 'note': {
      const at = tipAt(project, form.tip);
      return at && { ...form, tip: { kind: 'point', at: storedPoint(at) } };
    }
  }
}

function checkLayers(project: Project, patch: Patch) {
  if (project.tables.layer.size === 0) return;
  for (const { before } of patch.values()) {
    const layer = before && before.kind !== 'layer' && layerThat(project, 'locked', before);
    if (layer)
      refuse(project, 'layer.locked', {
        subjects: [before.id],
        texts: { thing: nameOf(before), layer: layer.name }
      });
  }
}

const sized: ReadonlySet<Kind> = new Set(['wall', 'opening', 'buildUp']);

/** Locked sizes that stay locked must stay what they are. */
function checkSizes(project: Project, patch: Patch) {
  const isSized = [...patch.values()].some(({ before, after }) => sized.has((after ?? before)!.kind));
  if (!isSized) return;
  const locks = [...project.tables.dimension.values()].filter(
    ({ form }) => form.kind === 'chain' && form.locked !== null
  );
  if (locks.length === 0) return;
  const after = applyPatch(project, patch);
  for (const { id } of locks) {
    const form = after.tables.dimension.get(id)?.form;
    if (form?.kind !== 'chain' || !form.locked) continue;
    const sizes = chainSizes(after, form.ends);
    form.locked.forEach((size, i) => {
      const now = sizes?.[i];
      if (now !== undefined && Math.abs(now - size) <= tolerances.coincident) return;
      const [from, to] = [borderOf(after, form.ends[i]!), borderOf(after, form.ends[i + 1]!)];
      refuse(project, 'size.locked', {
        subjects: [id],
        numbers: { size },
        texts: {
          thing: nameOf(from?.subject),
          other: nameOf(to?.subject),
          now: now === undefined ? 'askew' : formatLengthWithUnit(now, settingsOf(project).units)
        }
      });
    });
  }
}
