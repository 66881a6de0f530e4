/** Turning the edges of a roof into gables and back. */
import { BaseTool } from '../../tools/base';
import type { Tool } from '../../tool';
import { choiceBlank, type SentencePart } from '../../sentence';
import { nameElement } from '../../../core/document/names';
import { distance, nearestOnSegment, type Point } from '../../../core/geometry/point';

/** Turn edges into gables and back: by pointing at an edge, or by choosing its wall. */
export class RoofEdgeTool extends BaseTool implements Tool {
  readonly name = 'roofEdge';
  private wall = '';
  private kind: 'gable' | 'eave' = 'gable';

  private get roof() {
    return [...this.editor.project.tables.roof.values()].find((roof) => roof.storey === this.editor.storey);
  }

  private get solved() {
    return this.roof && this.editor.model.roof(this.editor.project, this.roof);
  }

  private get walls(): string[] {
    return [...new Set(this.solved?.edges.flat().flatMap((edge) => edge.walls) ?? [])];
  }

  sentence(): SentencePart[] {
    if (!this.roof) return ['This storey has no roof yet: put one on first.'];
    const { project } = this.editor;
    return [
      'Turn the roof edge over',
      choiceBlank('wall', 'Wall', this.wall, [
        { value: '', label: 'the edge you point at' },
        ...this.walls.map((value) => ({ value, label: nameElement(project, value) }))
      ]),
      'into',
      choiceBlank('kind', 'Kind of edge', this.kind, [
        { value: 'gable', label: 'a gable' },
        { value: 'eave', label: 'an eave' }
      ]),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'wall') this.wall = text;
    else this.kind = text as 'gable' | 'eave';
    this.preview();
    return undefined;
  }

  private call() {
    return { name: 'setRoofEdge', args: { roof: this.roof?.id ?? '', wall: this.wall, kind: this.kind } };
  }

  private preview() {
    this.attempt(this.wall && this.roof ? this.call() : undefined);
  }

  move(point: Point, mmPerPixel: number) {
    const { solved } = this;
    if (!solved) return;
    let best: { wall: string; gable: boolean; gap: number } | undefined;
    solved.eaves.forEach((ring, i) =>
      ring.forEach((p, k) => {
        const edge = solved.edges[i]![k]!;
        const gap = distance(point, nearestOnSegment(point, p, ring[(k + 1) % ring.length]!));
        if (edge.walls[0] && gap < Math.max(600, 20 * mmPerPixel) && (!best || gap < best.gap))
          best = { wall: edge.walls[0], gable: edge.gable, gap };
      })
    );
    if (best?.wall !== this.wall) {
      this.wall = best?.wall ?? '';
      if (best) this.kind = best.gable ? 'eave' : 'gable';
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
    return false;
  }
}
