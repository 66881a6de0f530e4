/**
 * Falls of slabs: away from an edge that is pointed at, or by a height at a corner, along an edge, or within, where it is a
 * gully; the heights of all else stay as they are.
 */
import { nameOf } from '../../../core/document/names';
import { distance, lerp, nearestOnSegment, type Point } from '../../../core/geometry/point';
import { edgesOf, ringsHold, type Ring } from '../../../core/geometry/ring';
import { slabOutlines } from '../../../core/kinds/slab/rings';
import type { Slab } from '../../../core/kinds/slab/record';
import { formatFall } from '../../../core/units/fall';
import { formatLengthWithUnit } from '../../../core/units/length';
import { choiceBlank, heightBlank, readBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';

type Way = 'edge' | 'height' | 'none';

const ways: readonly { value: Way; label: string }[] = [
  { value: 'edge', label: 'fall away from an edge' },
  { value: 'height', label: 'have a height at a place' },
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
        if (way === 'height')
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
      none: 'the slab you point at'
    };
    const where = choiceBlank('at', 'Where', this.held, [
      { value: '', label: free && way === 'height' ? free.label : pointed[way] },
      ...targets.map(({ key, label }) => ({ value: key, label }))
    ]);
    const what = choiceBlank('way', 'What', way, ways);
    if (way === 'none') return ['Let a slab', what, ':', where, '.'];
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
      [this.held, this.free] = ['', undefined];
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
    return { name: 'setFalls', args: { id, level: { at: target.at, z: this.z } } };
  }

  private preview() {
    this.attempt(this.call());
  }

  move(point: Point, mmPerPixel: number) {
    const { way } = this;
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
    const free = way === 'height' ? inside : undefined;
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
      return { key: `${at.x} ${at.y}`, slab, at, label: `a gully in ${name}` };
    }
    return undefined;
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.target) this.accept();
  }

  accept() {
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
    [this.held, this.free] = ['', undefined];
    this.editor.toolChanged();
  }

  back(): boolean {
    if (this.typed.size === 0 && this.way === 'edge') return false;
    this.typed.clear();
    [this.way, this.slope, this.z] = ['edge', 1 / 60, -20];
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { target } = this;
    if (!target) return {};
    if (target.line) return { lines: [target.line], points: [lerp(...target.line, 0.5)] };
    return target.at ? { points: [target.at] } : {};
  }
}
