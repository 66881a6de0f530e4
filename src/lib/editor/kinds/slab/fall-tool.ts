/**
 * Falls of slabs: away from an edge that is pointed at; by a height at a corner, along an edge, or within, where it is a
 * gully; by a ridge or a valley from place to place, which are pointed at or typed from a corner. The heights of all else
 * stay as they are. Where water runs from what is pointed at is drawn.
 */
import { distance, lerp, nearestOnSegment, subtract, unit, type Point } from '../../../core/geometry/point';
import { edgesOf, gapToBorder, gapToBorders, ringsHold } from '../../../core/geometry/ring';
import { tolerances } from '../../../core/geometry/tolerances';
import type { Slab } from '../../../core/kinds/slab/record';
import { slabParts } from '../../../core/kinds/slab/shape';
import { waterFrom, waterWords } from '../../../core/kernels/falls/water';
import { formatHeight } from '../../../core/units/height';
import { formatFall } from '../../../core/units/fall';
import { formatLength, formatLengthWithUnit } from '../../../core/units/length';
import { choiceBlank, heightBlank, readBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { snapKeys } from '../../snap-hand';
import { BaseTool } from '../../tools/base';
import { Placing } from '../../tools/placing';
import { shownSlabs, type ShownSlab } from './shown';

type Way = 'edge' | 'height' | 'line' | 'none';

const ways: readonly { value: Way; label: string }[] = [
  { value: 'edge', label: 'fall away from an edge' },
  { value: 'height', label: 'have a height at a place' },
  { value: 'line', label: 'have a ridge or valley' },
  { value: 'none', label: 'be level again' }
];

/** An edge of a slab, or all of it, with a name of its own. */
interface Target {
  readonly key: string;
  readonly slab: Slab;
  readonly label: string;
  readonly edge?: number;
  readonly line?: readonly [Point, Point];
}

/** So near an edge is meant, mm, or pixels. */
const reach = { edge: 600, pixels: 16 };

export class FallTool extends BaseTool implements Tool {
  readonly name = 'fall';
  readonly surfaces = 'things';
  readonly keys = snapKeys;
  private readonly placing = new Placing(this.editor);
  private way: Way = 'edge';
  /** The key of the target in hand; empty: none. */
  private held = '';
  private slope = 1 / 60;
  private z = this.editor.usual.fall;
  /** Where a ridge or valley begins, once that is said. */
  private start: { readonly at: Point; readonly z: number; readonly slab: Slab } | undefined;
  private pointed: Point | undefined;
  private readonly typed = new Set<string>();

  private get slabs() {
    return shownSlabs(this.editor);
  }

  private get targets(): Target[] {
    return this.slabs.flatMap(({ slab, name, rings: [ring] }): Target[] => {
      if (this.way === 'none') return slab.falls ? [{ key: slab.id, slab, label: name }] : [];
      return edgesOf(ring ?? []).map(([a, b], i): Target => {
        const size = formatLengthWithUnit(distance(a, b), this.units);
        return {
          key: `${i} ${slab.id}`,
          slab,
          label: `edge ${i + 1} of ${name}, ${size}`,
          edge: i,
          line: [a, b]
        };
      });
    });
  }

  private get target(): Target | undefined {
    return this.targets.find(({ key }) => key === this.held);
  }

  /** The place in hand, and the slab that it is of: of several that it is on the border of, and of these a drawn one. */
  private get spot(): (ShownSlab & { readonly at: Point; readonly isWithin: boolean }) | undefined {
    const at = this.placing.place;
    if (!at || !this.isByPlace) return undefined;
    const found = this.slabs.flatMap((shown) => {
      const isWithin = shown.rings.every((ring) => gapToBorder(ring, at) > tolerances.joint);
      return !isWithin || ringsHold(shown.rings, at) ? [{ ...shown, at, isWithin }] : [];
    });
    const rank = ({ slab, isWithin }: (typeof found)[number]) =>
      (isWithin ? 2 : 0) + (slab.outline.kind === 'drawn' ? 0 : 1);
    const meant = this.start && found.filter(({ slab }) => slab.id === this.start!.slab.id);
    return (meant?.length ? meant : found).sort((p, q) => rank(p) - rank(q))[0];
  }

  get about(): string | undefined {
    return (this.spot ?? this.target)?.slab.id;
  }

  /** What the place in hand is of its slab. */
  get note(): string | undefined {
    const { spot, way } = this;
    if (!spot) return undefined;
    const { name, at, isWithin, rings } = spot;
    if (isWithin) return way === 'line' ? `a place in ${name}` : `a gully in ${name}`;
    const corner = (rings[0] ?? []).findIndex((p) => distance(p, at) <= tolerances.joint);
    return corner < 0 ? `along an edge of ${name}` : `corner ${corner + 1} of ${name}`;
  }

  sentence(): SentencePart[] {
    const { way, targets, typed } = this;
    if (this.slabs.length === 0) return ['This storey has no slab yet: lay one first.'];
    const what = choiceBlank('way', 'What', way, ways);
    if (this.isByPlace) {
      const height = heightBlank('z', 'Height', this.z, this.units, typed.has('z'), 'its level');
      const begun = this.start && formatHeight(this.start.z, this.units, 'its level');
      const from = begun ? [', from', `where it was begun, ${begun}, to`] : [', from'];
      return [
        'Let a slab',
        what,
        ...(way === 'line' ? from : [':']),
        height,
        ', at',
        ...this.placing.sentence(),
        '.'
      ];
    }
    const where = choiceBlank('at', 'Where', this.held, [
      { value: '', label: way === 'none' ? 'the slab you point at' : 'the edge you point at' },
      ...targets.map(({ key, label }) => ({ value: key, label }))
    ]);
    if (way === 'none') return ['Let a slab', what, ':', where, '.'];
    const value = formatFall(this.slope, this.editor.settings.fallsAs);
    return [
      'Let a slab',
      what,
      ':',
      where,
      ', by',
      { name: 'slope', label: 'Fall', kind: 'pitch', value, typed: typed.has('slope') },
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'way') {
      this.way = text as Way;
      [this.held, this.start] = ['', undefined];
      this.placing.clear();
    } else if (blank === 'at') this.held = text;
    else if (Placing.has(blank)) {
      const fault = this.placing.fill(blank, text);
      if (fault) return fault;
    } else {
      const read = readBlank(blank === 'slope' ? 'pitch' : 'height', text, this.units);
      if (!read.ok) return read.message;
      if (blank === 'slope' && read.value <= 0)
        return 'A fall must be more than nothing; to have none, let it be level again.';
      if (blank === 'slope') this.slope = Math.tan(read.value);
      else this.z = read.value;
      this.typed.add(blank);
    }
    this.preview();
    return undefined;
  }

  private call() {
    const { target, spot, way, start } = this;
    if (this.isByPlace) {
      if (!spot) return undefined;
      const { id, falls } = spot.slab;
      const to = { at: spot.at, z: this.z };
      if (way === 'height') return { name: 'setFalls', args: { id, level: to } };
      if (!start || start.slab.id !== id || distance(start.at, spot.at) < 1) return undefined;
      const kept = falls?.kind === 'levels' ? falls.lines : [];
      return { name: 'setFalls', args: { id, lines: [...kept, { from: { at: start.at, z: start.z }, to }] } };
    }
    if (!target) return undefined;
    const { id } = target.slab;
    if (way === 'none') return { name: 'setFalls', args: { id, none: true } };
    return { name: 'setFalls', args: { id, edge: target.edge, slope: this.slope } };
  }

  private preview() {
    this.attempt(this.call());
  }

  /** Whether places are pointed at, and not edges or slabs. */
  private get isByPlace(): boolean {
    return this.way === 'height' || this.way === 'line';
  }

  move(point: Point, mmPerPixel: number) {
    const { way } = this;
    this.pointed = point;
    if (this.isByPlace) return this.moveTo(point, mmPerPixel);
    const near = ({ line }: Target) => (line ? distance(point, nearestOnSegment(point, ...line)) : Infinity);
    const over = new Set(this.slabs.flatMap(({ slab, rings }) => (ringsHold(rings, point) ? [slab] : [])));
    const rank = ({ slab }: Target) => (over.has(slab) ? 0 : 2) + (slab.outline.kind === 'drawn' ? 0 : 1);
    const most = Math.max(reach.edge, reach.pixels * mmPerPixel);
    const best = this.targets
      .map((target) => ({ target, gap: near(target) }))
      .filter(({ gap }) => gap < most)
      // Of edges that lie on each other that of the slab that is pointed into, of two of these the drawn one's.
      .sort((p, q) =>
        Math.abs(p.gap - q.gap) > 1 ? p.gap - q.gap : rank(p.target) - rank(q.target)
      )[0]?.target;
    const [inside] = way === 'none' ? over : [];
    const key = best?.key ?? inside?.id ?? '';
    if (key === this.held) return;
    this.held = key;
    this.preview();
  }

  /** To a snap, or by the step of the project. */
  private moveTo(point: Point, mmPerPixel: number) {
    if (this.placing.isSet) return;
    this.hand.move(point, mmPerPixel, { start: this.start?.at });
    const step = this.editor.settings.nudge;
    const free = { x: Math.round(point.x / step) * step, y: Math.round(point.y / step) * step };
    this.placing.at = this.hand.present?.point ?? free;
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  key(key: string): boolean {
    if (!this.isByPlace || !this.hand.key(key)) return false;
    this.placing.at = this.hand.present?.point ?? this.placing.at;
    this.preview();
    return true;
  }

  accept() {
    const { spot } = this;
    if (this.way === 'line' && !this.start && spot) {
      this.start = { at: spot.at, z: this.z, slab: spot.slab };
      this.placing.next();
      return this.editor.toolChanged();
    }
    const call = this.call();
    if (!call)
      return this.editor.say({
        kind: 'problem',
        text: this.besideWords() ?? 'Nothing of a slab is chosen yet.',
        hint: 'Point at an edge, a corner or a place within a slab, or choose it in the sentence.'
      });
    if (!this.perform(call)) return;
    [this.held, this.start] = ['', undefined];
    this.placing.next();
    this.editor.toolChanged();
  }

  /** How far beside the nearest slab the place in hand lies; undefined where there is none, or it lies on one. */
  private besideWords(): string | undefined {
    const at = this.placing.place;
    if (!at || !this.isByPlace || this.spot) return undefined;
    const gaps = this.slabs.flatMap(({ name, rings }) =>
      rings.length > 0 ? [{ name, gap: gapToBorders(rings, at) }] : []
    );
    if (gaps.length === 0) return undefined;
    const { name, gap } = gaps.reduce((best, one) => (one.gap < best.gap ? one : best));
    return `That place lies ${formatLengthWithUnit(gap, this.units)} beside ${name}.`;
  }

  back(): boolean {
    if (this.start) {
      this.start = undefined;
      this.preview();
      return true;
    }
    if (this.typed.size === 0 && this.way === 'edge') return false;
    this.typed.clear();
    this.placing.clear();
    [this.way, this.slope, this.z] = ['edge', 1 / 60, this.editor.usual.fall];
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { target, start, spot } = this;
    const water = this.water();
    if (!this.isByPlace)
      return target?.line
        ? { ...water, lines: [target.line, ...water.lines], points: [lerp(...target.line, 0.5)] }
        : water;
    const snap = this.placing.isSet ? {} : this.hand.overlay;
    const points = [...(start ? [start.at] : []), ...(spot ? [spot.at] : [])];
    return {
      ...water,
      ...snap,
      points,
      ...(start && spot && { lines: [[start.at, spot.at], ...water.lines] })
    };
  }

  /** From the place that is pointed at, on the slab as it would be. */
  private water(): { lines: (readonly [Point, Point])[] } & Pick<Overlay, 'label'> {
    const { pointed, editor } = this;
    const query = editor.model.at(editor.project);
    for (const { slab, rings } of pointed ? this.slabs : []) {
      if (!slab.falls || !ringsHold(rings, pointed!)) continue;
      for (const { surface } of query.get(slabParts, slab.id)) {
        const path = waterFrom(surface, pointed!);
        if (!path || path.points.length < 2) continue;
        const { points, end, drop } = path;
        const [last, before] = [points.at(-1)!, points.at(-2)!];
        return {
          lines: points.slice(1).map((p, i) => [points[i]!, p] as const),
          label: {
            at: last,
            text: `water ${waterWords[end]}, ${formatLength(drop, this.units)} lower`,
            beside: unit(subtract(last, before))
          }
        };
      }
    }
    return { lines: [] };
  }
}
