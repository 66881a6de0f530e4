/**
 * Falls of slabs: away from an edge that is pointed at; by a height at a corner, along an edge, or within, where it is a
 * gully; by a ridge or a valley from place to place. The heights of all else stay as they are. Where water runs from what is
 * pointed at is drawn.
 */
import { nameOf } from '../../../core/document/names';
import { distance, lerp, nearestOnSegment, subtract, unit, type Point } from '../../../core/geometry/point';
import { edgesOf, ringsHold, type Ring } from '../../../core/geometry/ring';
import { slabOutlines } from '../../../core/kinds/slab/rings';
import type { Slab } from '../../../core/kinds/slab/record';
import { slabParts } from '../../../core/kinds/slab/shape';
import { waterFrom, waterWords } from '../../../core/kernels/falls/water';
import { formatHeight } from '../../../core/units/height';
import { formatFall } from '../../../core/units/fall';
import { formatLength, formatLengthWithUnit } from '../../../core/units/length';
import { choiceBlank, heightBlank, readBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';

type Way = 'edge' | 'height' | 'line' | 'none';

const ways: readonly { value: Way; label: string }[] = [
  { value: 'edge', label: 'fall away from an edge' },
  { value: 'height', label: 'have a height at a place' },
  { value: 'line', label: 'have a ridge or valley' },
  { value: 'none', label: 'be level again' }
];

/** An edge or a place of a slab, with a name of its own. */
interface Target {
  readonly key: string;
  readonly slab: Slab;
  readonly label: string;
  readonly edge?: number;
  readonly at?: Point;
  readonly line?: readonly [Point, Point];
}

/** So near an edge or a corner is meant, mm, or pixels. */
const reach = { edge: 600, corner: 300, pixels: 16 };

export class FallTool extends BaseTool implements Tool {
  readonly name = 'fall';
  readonly surfaces = true;
  private way: Way = 'edge';
  /** The key of the target in hand; empty: none. */
  private held = '';
  /** A place within a slab, or along an edge of it, that is pointed at. */
  private free: Target | undefined;
  private slope = 1 / 60;
  private z = -20;
  /** Where a ridge or valley begins, once that is said. */
  private start: { readonly at: Point; readonly z: number; readonly slab: Slab } | undefined;
  private pointed: Point | undefined;
  private readonly typed = new Set<string>();

  private get slabs(): { slab: Slab; rings: readonly Ring[] }[] {
    const { project, storey, model } = this.editor;
    const query = model.at(project);
    return [...project.tables.slab.values()].flatMap((slab) =>
      slab.storey === storey && !this.editor.isHidden(slab.id)
        ? [{ slab, rings: query.get(slabOutlines, slab.id).slice(0, 1) }]
        : []
    );
  }

  private get targets(): Target[] {
    const { way } = this;
    const { project } = this.editor;
    return this.slabs.flatMap(({ slab, rings: [ring] }): Target[] => {
      const name = nameOf(project, slab);
      if (way === 'none') return slab.falls ? [{ key: slab.id, slab, label: name }] : [];
      return edgesOf(ring ?? []).map(([a, b], i): Target => {
        if (way === 'height' || way === 'line')
          return { key: `${i} ${slab.id}`, slab, label: `corner ${i + 1} of ${name}`, at: a };
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
    return this.targets.find(({ key }) => key === this.held) ?? this.free;
  }

  get about(): string | undefined {
    return this.target?.slab.id;
  }

  sentence(): SentencePart[] {
    const { way, targets, free, typed } = this;
    if (this.slabs.length === 0) return ['This storey has no slab yet: lay one first.'];
    const pointed = {
      edge: 'the edge you point at',
      height: 'the place you point at',
      line: 'the place you point at',
      none: 'the slab you point at'
    };
    const where = choiceBlank('at', 'Where', this.held, [
      { value: '', label: free && this.isByPlace ? free.label : pointed[way] },
      ...targets.map(({ key, label }) => ({ value: key, label }))
    ]);
    const what = choiceBlank('way', 'What', way, ways);
    if (way === 'none') return ['Let a slab', what, ':', where, '.'];
    if (way === 'line') {
      const height = heightBlank('z', 'Height', this.z, this.units, typed.has('z'), 'its level');
      const begun = this.start && formatHeight(this.start.z, this.units, 'its level');
      return begun
        ? ['Let a slab', what, ', from', `where it was begun, ${begun}, to`, where, ',', height, '.']
        : ['Let a slab', what, ', from', where, ',', height, '.'];
    }
    if (way === 'height')
      return [
        'Let a slab',
        what,
        ':',
        where,
        ',',
        heightBlank('z', 'Height', this.z, this.units, typed.has('z'), 'its level'),
        '.'
      ];
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
      [this.held, this.free, this.start] = ['', undefined, undefined];
    } else if (blank === 'at') this.held = text;
    else {
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
    const { target, way } = this;
    if (!target) return undefined;
    const { id } = target.slab;
    if (way === 'none') return { name: 'setFalls', args: { id, none: true } };
    if (way === 'edge') return { name: 'setFalls', args: { id, edge: target.edge, slope: this.slope } };
    if (way === 'line') {
      const { start } = this;
      if (!start || !target.at || start.slab.id !== id || distance(start.at, target.at) < 1) return undefined;
      const { falls } = target.slab;
      const kept = falls?.kind === 'levels' ? falls.lines : [];
      const from = { at: start.at, z: start.z };
      return { name: 'setFalls', args: { id, lines: [...kept, { from, to: { at: target.at, z: this.z } }] } };
    }
    return { name: 'setFalls', args: { id, level: { at: target.at, z: this.z } } };
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
    const near = (target: Target) =>
      target.line
        ? distance(point, nearestOnSegment(point, ...target.line))
        : target.at
          ? distance(point, target.at)
          : Infinity;
    const over = new Set(this.slabs.flatMap(({ slab, rings }) => (ringsHold(rings, point) ? [slab] : [])));
    const rank = ({ slab }: Target) => (over.has(slab) ? 0 : 2) + (slab.outline.kind === 'drawn' ? 0 : 1);
    const most = Math.max(way === 'edge' ? reach.edge : reach.corner, reach.pixels * mmPerPixel);
    const best = this.targets
      .map((target) => ({ target, gap: near(target) }))
      .filter(({ gap }) => gap < most)
      // Of edges that lie on each other that of the slab that is pointed into, of two of these the drawn one's.
      .sort((p, q) =>
        Math.abs(p.gap - q.gap) > 1 ? p.gap - q.gap : rank(p.target) - rank(q.target)
      )[0]?.target;
    const inside = best ? undefined : this.within(point, mmPerPixel);
    const key = best?.key ?? (way === 'none' ? (inside?.slab.id ?? '') : '');
    const free = this.isByPlace ? inside : undefined;
    if (key === this.held && free?.key === this.free?.key) return;
    [this.held, this.free] = [key, free];
    this.preview();
  }

  /** A place in a slab: along an edge that is near, or else as it is pointed at, a gully. */
  private within(point: Point, mmPerPixel: number): Target | undefined {
    for (const { slab, rings } of this.slabs) {
      const name = nameOf(this.editor.project, slab);
      for (const [a, b] of rings.flatMap(edgesOf)) {
        const on = nearestOnSegment(point, a, b);
        if (distance(on, point) < reach.pixels * mmPerPixel)
          return { key: `${on.x} ${on.y}`, slab, at: on, label: `along an edge of ${name}` };
      }
      if (!ringsHold(rings, point)) continue;
      const at = { x: Math.round(point.x / 10) * 10, y: Math.round(point.y / 10) * 10 };
      const label = this.way === 'line' ? `a place in ${name}` : `a gully in ${name}`;
      return { key: `${at.x} ${at.y}`, slab, at, label };
    }
    return undefined;
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.target) this.accept();
  }

  accept() {
    const { target } = this;
    if (this.way === 'line' && !this.start && target?.at) {
      this.start = { at: target.at, z: this.z, slab: target.slab };
      [this.held, this.free] = ['', undefined];
      return this.editor.toolChanged();
    }
    const call = this.call();
    if (!call) {
      this.editor.say({
        kind: 'problem',
        text: 'Nothing of a slab is chosen yet.',
        hint: 'Point at an edge, a corner or a place within a slab, or choose it in the sentence.'
      });
      return;
    }
    if (!this.perform(call)) return;
    [this.held, this.free, this.start] = ['', undefined, undefined];
    this.editor.toolChanged();
  }

  back(): boolean {
    if (this.start) {
      this.start = undefined;
      this.preview();
      return true;
    }
    if (this.typed.size === 0 && this.way === 'edge') return false;
    this.typed.clear();
    [this.way, this.slope, this.z] = ['edge', 1 / 60, -20];
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { target, start } = this;
    const water = this.water();
    if (!target) return { ...water, ...(start && { points: [start.at] }) };
    if (target.line)
      return { ...water, lines: [target.line, ...water.lines], points: [lerp(...target.line, 0.5)] };
    if (!target.at) return water;
    if (!start) return { ...water, points: [target.at] };
    return { ...water, lines: [[start.at, target.at], ...water.lines], points: [start.at, target.at] };
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
