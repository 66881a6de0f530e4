/** Keeping floor clear: pointed at near a wall it stands with its back to it, else as it is turned. */
import { angleOf, locate, scale, type Point } from '../../../core/geometry/point';
import { spaceUses, type SpaceUse } from '../../../core/kinds/clear-space/record';
import { fromFrame } from '../../../core/kernels/joints/frame';
import { degree } from '../../../core/units/angle';
import { angleBlank, choiceBlank, lengthBlank, readBlank, type SentencePart } from '../../sentence';
import type { Tool } from '../../tool';
import { PlacedTool } from '../../tools/placed';
import { Placing } from '../../tools/placing';
import { useChoices } from './card';

/** A wall this near takes it, mm. */
const near = 600;

export class SpaceTool extends PlacedTool implements Tool {
  readonly name = 'clearSpace';
  private use: SpaceUse = 'basin';
  private typed: { width?: number; depth?: number; angle?: number } = {};
  private turned = Math.PI / 2;

  private get angle(): number {
    return this.typed.angle ?? this.turned;
  }

  private size(name: 'width' | 'depth'): number {
    return this.typed[name] ?? spaceUses[this.use][name];
  }

  sentence(): SentencePart[] {
    const { typed, units } = this;
    const size = (name: 'width' | 'depth', label: string) =>
      lengthBlank(name, label, this.size(name), units, typed[name] !== undefined);
    return [
      'Keep room for',
      choiceBlank('use', 'For', this.use, useChoices),
      ',',
      size('width', 'Width'),
      'wide and',
      size('depth', 'Depth'),
      'deep, looking towards',
      angleBlank('angle', 'Looks towards', this.angle, typed.angle !== undefined),
      ', the middle of its back',
      ...this.placing.sentence(),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'use') this.use = text as SpaceUse;
    else if (Placing.has(blank)) {
      const fault = this.placing.fill(blank, text);
      if (fault) return fault;
    } else {
      const read = readBlank(blank === 'angle' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (blank !== 'angle' && read.value <= 0) return `A ${blank} must be more than zero.`;
      this.typed = { ...this.typed, [blank]: read.value };
    }
    this.preview();
    return undefined;
  }

  protected callAt(at: Point) {
    const [width, depth] = [this.size('width'), this.size('depth')];
    return {
      name: 'addClearSpace',
      args: { storey: this.editor.storey, use: this.use, at, angle: this.angle / degree, width, depth }
    };
  }

  /** The nearest face of a wall beside a point, and the way out of it. */
  private against(point: Point): { at: Point; way: Point } | undefined {
    const model = this.editor.model.storey(this.editor.project, this.editor.storey);
    let best: { gap: number; at: Point; way: Point } | undefined;
    for (const { frame } of model?.walls ?? []) {
      const { t, y } = locate(point, frame.origin, frame.direction);
      if (t < 0 || t > frame.length) continue;
      const isLeft = y > (frame.y0 + frame.y1) / 2;
      const face = isLeft ? frame.y1 : frame.y0;
      const gap = isLeft ? y - face : face - y;
      if (gap > near || (best && gap >= best.gap)) continue;
      const at = fromFrame(frame, Math.round(t / 50) * 50, face);
      best = { gap, at, way: scale(frame.left, isLeft ? 1 : -1) };
    }
    return best;
  }

  move(point: Point, mmPerPixel: number) {
    if (this.placing.isSet) return;
    const found = this.against(point);
    if (found) {
      this.hand.take([{ point: found.at, name: 'back to the wall' }]);
      this.placing.at = found.at;
      this.turned = angleOf(found.way);
    } else this.placing.at = this.hand.move(point, mmPerPixel);
    this.preview();
  }

  back(): boolean {
    if (!this.placing.isTyped && Object.keys(this.typed).length === 0) return false;
    this.placing.clear();
    this.typed = {};
    this.preview();
    return true;
  }
}
