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
import { nameElement } from '../../../core/document/names';
import type { MadeEdge } from '../../../core/kinds/roof/edges';
import { edgeWords, isBare, roofEdgeKinds, type RoofEdgeKind } from '../../../core/kinds/roof/record';
import { degree } from '../../../core/units/angle';
import { distance, nearestOnSegment, type Point } from '../../../core/geometry/point';

type Size = 'pitch' | 'overhang' | 'plateLevel';

const kindChoices = roofEdgeKinds.map((value) => ({ value, label: edgeWords[value] }));

export class RoofEdgeTool extends BaseTool implements Tool {
  readonly name = 'roofEdge';
  private wall = '';
  private chosen: RoofEdgeKind | undefined;
  private readonly typed = new Map<Size, number>();

  private get roof() {
    return [...this.editor.project.tables.roof.values()].find((roof) => roof.storey === this.editor.storey);
  }

  private get solved() {
    return this.roof && this.editor.model.roof(this.editor.project, this.roof);
  }

  private get walls(): string[] {
    return [...new Set(this.solved?.edges.flat().flatMap((edge) => edge.walls) ?? [])];
  }

  /** The edge in hand, as it is made. */
  private get edge(): MadeEdge | undefined {
    return this.solved?.edges.flat().find(({ walls }) => walls.includes(this.wall));
  }

  /** As chosen; else an edge that only gets a size stays what it is, and any other turns. */
  private get kind(): RoofEdgeKind {
    const { edge, chosen } = this;
    if (chosen) return chosen;
    if (this.typed.size > 0) return edge?.kind ?? 'eave';
    return edge && edge.kind !== 'eave' ? 'eave' : 'gable';
  }

  private size(name: Size): number {
    const { edge, roof } = this;
    return this.typed.get(name) ?? edge?.[name] ?? roof?.[name] ?? 0;
  }

  sentence(): SentencePart[] {
    if (!this.roof) return ['This storey has no roof yet: put one on first.'];
    const { units, typed, kind } = this;
    const { project } = this.editor;
    const isTyped = (name: Size) => typed.has(name);
    return [
      'Make the roof edge over',
      choiceBlank('wall', 'Wall', this.wall, [
        { value: '', label: 'the edge you point at' },
        ...this.walls.map((value) => ({ value, label: nameElement(project, value) }))
      ]),
      choiceBlank('kind', 'Kind of edge', kind, kindChoices),
      ...(kind === 'eave'
        ? [', its pitch', pitchBlank('pitch', 'Pitch', this.size('pitch'), isTyped('pitch'))]
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
    if (blank === 'wall') this.wall = text;
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
    return {
      name: 'setRoofEdge',
      args: { roof: this.roof?.id ?? '', wall: this.wall, kind, ...Object.fromEntries(sizes) }
    };
  }

  private preview() {
    this.attempt(this.wall && this.roof ? this.call() : undefined);
  }

  move(point: Point, mmPerPixel: number) {
    const { solved } = this;
    if (!solved) return;
    let best: { wall: string; gap: number } | undefined;
    solved.eaves.forEach(({ ring, of }, i) =>
      ring.forEach((p, k) => {
        const wall = solved.edges[i]![of[k]!]?.walls[0];
        const gap = distance(point, nearestOnSegment(point, p, ring[(k + 1) % ring.length]!));
        if (wall !== undefined && gap < Math.max(600, 20 * mmPerPixel) && (!best || gap < best.gap))
          best = { wall, gap };
      })
    );
    if (best?.wall !== this.wall) {
      this.wall = best?.wall ?? '';
      this.preview();
    }
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.wall) this.accept();
  }

  accept() {
    if (!this.roof || !this.wall) {
      this.editor.say({
        kind: 'problem',
        text: 'No roof edge is chosen yet.',
        hint: 'Point at an edge of the roof, or choose its wall in the sentence.'
      });
      return;
    }
    if (this.perform(this.call())) {
      this.wall = '';
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
