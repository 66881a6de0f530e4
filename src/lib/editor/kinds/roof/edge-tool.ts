/**
 * The edges of a roof: by pointing at one, or by choosing its wall, it is turned into a gable or back into an eave, or
 * into what is chosen; or given a pitch, an overhang and a plate level of its own, which hold for the next edges too.
 */
import { BaseTool } from '../../tools/base';
import type { Tool } from '../../tool';
import {
  choiceBlank,
  heightBlank,
  lengthBlank,
  pitchBlank,
  readBlank,
  type SentencePart
} from '../../sentence';
import type { RoofValue } from '../../../core/drawing/roof-values';
import { edgesIn, edgeName, type HeldEdge } from './edges';
import type { MadeEdge } from '../../../core/kinds/roof/edges';
import {
  edgeWords,
  isBare,
  roofEdgeKinds,
  type Roof,
  type RoofEdgeKind
} from '../../../core/kinds/roof/record';
import { nameOf } from '../../../core/document/names';
import { degree } from '../../../core/units/angle';
import { distance, nearestOnSegment, type Point } from '../../../core/geometry/point';

type Size = 'pitch' | 'overhang' | 'plateLevel';

const allWords = {
  eave: 'all eaves',
  gable: 'all gables',
  abutment: 'all abutments',
  meeting: 'all ends in other roofs'
} as const;

const kindChoices = roofEdgeKinds.map((value) => ({ value, label: edgeWords[value] }));

export class RoofEdgeTool extends BaseTool implements Tool {
  readonly name = 'roofEdge';
  readonly surfaces = 'things';
  /** The key of the edge in hand; empty: none. */
  private at = '';
  private chosen: RoofEdgeKind | undefined;
  private readonly typed = new Map<Size, number>();
  present: Size | undefined;

  /** An edge pointed at by one of its values: that is what typed keys change, and it stays what it is. */
  hold({ roof, ring, edge, what }: RoofValue) {
    this.at = `${ring} ${edge} ${roof}`;
    this.chosen = this.edge?.kind;
    this.present = what ?? undefined;
    this.editor.toolChanged();
  }

  private get edges(): HeldEdge[] {
    const { project, storey, model } = this.editor;
    return [...project.tables.roof.values()]
      .filter((roof) => roof.storey === storey)
      .flatMap((roof) => edgesIn(roof, model.roof(project, roof)));
  }

  /** All edges of one kind of a roof, where there are several. */
  private get groups(): {
    readonly key: string;
    readonly roof: Roof;
    readonly kind: RoofEdgeKind;
    readonly first: HeldEdge;
  }[] {
    const { edges } = this;
    return [...new Set(edges.map(({ roof }) => roof))].flatMap((roof) =>
      roofEdgeKinds.flatMap((kind) => {
        const own = edges.filter((one) => one.roof === roof && one.edge.kind === kind);
        return own.length > 1 ? [{ key: `all ${kind} ${roof.id}`, roof, kind, first: own[0]! }] : [];
      })
    );
  }

  private get held(): HeldEdge | undefined {
    const group = this.groups.find(({ key }) => key === this.at);
    if (group) return { ...group.first, named: { roof: group.roof.id, all: group.kind } };
    return this.edges.find(({ key }) => key === this.at);
  }

  get about(): string | undefined {
    return this.held?.roof.id;
  }

  private get edge(): MadeEdge | undefined {
    return this.held?.edge;
  }

  /** As chosen; else an edge that only gets a size stays what it is, and any other turns. */
  private get kind(): RoofEdgeKind {
    const { edge, chosen } = this;
    if (chosen) return chosen;
    if (this.typed.size > 0) return edge?.kind ?? 'eave';
    return edge && edge.kind !== 'eave' ? 'eave' : 'gable';
  }

  private size(name: Size): number {
    const { edge, edges } = this;
    return this.typed.get(name) ?? edge?.[name] ?? edges[0]?.roof[name] ?? 0;
  }

  sentence(): SentencePart[] {
    const { edges } = this;
    if (edges.length === 0) return ['This storey has no roof yet: put one on first.'];
    const { units, typed, kind } = this;
    const { project } = this.editor;
    const isTyped = (name: Size) => typed.has(name);
    return [
      'Make the roof edge over',
      choiceBlank('wall', 'Wall', this.at, [
        { value: '', label: 'the edge you point at' },
        ...this.groups.map(({ key, roof, kind }) => ({
          value: key,
          label: `${allWords[kind]} of ${nameOf(project, roof)}`
        })),
        ...edges.map(({ key, roof, edge }) => ({ value: key, label: edgeName(project, roof, edge) }))
      ]),
      choiceBlank('kind', 'Kind of edge', kind, kindChoices),
      ...(kind === 'eave'
        ? [', its pitch', pitchBlank('pitch', 'Pitch', this.size('pitch'), units, isTyped('pitch'))]
        : []),
      ...(isBare(kind)
        ? []
        : [
            kind === 'gable' ? ', its verge past the wall by' : ', its overhang',
            lengthBlank('overhang', 'Overhang', this.size('overhang'), units, isTyped('overhang'))
          ]),
      ...(kind === 'eave'
        ? [
            ', its plate',
            heightBlank('plateLevel', 'Plate level', this.size('plateLevel'), units, isTyped('plateLevel'))
          ]
        : []),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'wall') this.at = text;
    else if (blank === 'kind') this.chosen = text as RoofEdgeKind;
    else {
      const name = blank as Size;
      const reads = { pitch: 'pitch', overhang: 'length', plateLevel: 'height' } as const;
      const read = readBlank(reads[name], text, this.units);
      if (!read.ok) return read.message;
      this.typed.set(name, read.value);
    }
    this.preview();
    return undefined;
  }

  private call() {
    const { kind, typed } = this;
    const takes: Record<RoofEdgeKind, readonly Size[]> = {
      eave: ['pitch', 'overhang', 'plateLevel'],
      gable: ['overhang'],
      abutment: [],
      meeting: []
    };
    const sizes = takes[kind].flatMap((name): [Size, number][] => {
      const value = typed.get(name);
      return value === undefined ? [] : [[name, name === 'pitch' ? value / degree : value]];
    });
    const { held } = this;
    if (!held) return undefined;
    return {
      name: 'setRoofEdge',
      args: { ...held.named, kind, ...Object.fromEntries(sizes) }
    };
  }

  private preview() {
    this.attempt(this.call());
  }

  move(point: Point, mmPerPixel: number) {
    let best: { key: string; gap: number } | undefined;
    for (const { key, from, to } of this.edges) {
      const gap = distance(point, nearestOnSegment(point, from, to));
      if (gap < Math.max(600, 20 * mmPerPixel) && (!best || gap < best.gap)) best = { key, gap };
    }
    if ((best?.key ?? '') !== this.at) {
      this.at = best?.key ?? '';
      this.preview();
    }
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.at) this.accept();
  }

  accept() {
    const call = this.call();
    if (!call) {
      this.editor.say({
        kind: 'problem',
        text: 'No roof edge is chosen yet.',
        hint: 'Point at an edge of the roof, or choose its wall in the sentence.'
      });
      return;
    }
    if (this.perform(call)) {
      this.present = undefined;
      this.at = '';
      this.editor.toolChanged();
    }
  }

  back(): boolean {
    if (this.typed.size === 0 && !this.chosen) return false;
    this.typed.clear();
    this.chosen = undefined;
    this.preview();
    return true;
  }
}
