/** Columns and piers: by pointing, or at typed offsets from a corner. Over a wall they stand in its middle and turn with it. */
import { need } from '../../../core/document/command';
import { clearHeightOf } from '../../../core/kinds/storey/record';
import { angleOf, locate, type Point } from '../../../core/geometry/point';
import { fromFrame } from '../../../core/kernels/joints/frame';
import type { Profile } from '../../../core/kinds/column/record';
import { degree } from '../../../core/units/angle';
import type { Editor } from '../../editor';
import { angleBlank, choiceBlank, lengthBlank, readBlank, type SentencePart } from '../../sentence';
import { wallAt } from '../../hits';
import type { Overlay, Tool } from '../../tool';
import { snapKeys } from '../../snap-hand';
import { BaseTool } from '../../tools/base';
import type { Values } from '../../values';
import { cornerChoices, pointOfCorner } from '../../tools/corners';

const sizes = ['width', 'depth', 'diameter', 'height'] as const;
type Size = (typeof sizes)[number];
const isSize = (blank: string): blank is Size => sizes.some((one) => one === blank);

export class ColumnTool extends BaseTool implements Tool {
  readonly name = 'column';
  readonly keys = snapKeys;
  private profile: Profile['kind'] = 'rectangle';
  private material = 'concrete';
  private readonly sizes: Values<Size>;
  private typed: { angle?: number; across?: number; up?: number } = {};
  private corner = '';
  private at: Point | undefined;
  private turned = 0;

  constructor(editor: Editor) {
    super(editor);
    this.sizes = editor.valuesOf('column', (name) => {
      if (name !== 'height') return editor.usual.column;
      return Math.max(100, clearHeightOf(editor.project, need(editor.project, 'storey', editor.storey)));
    });
    if (!editor.project.tables.material.has(this.material))
      this.material = [...editor.project.tables.material.keys()][0] ?? '';
  }

  private get angle(): number {
    return this.typed.angle ?? this.turned;
  }

  sentence(): SentencePart[] {
    const { editor, units, typed } = this;
    const size = (name: Size, label: string) => this.sizes.length(name, label, units);
    const offset = (name: 'across' | 'up', label: string) =>
      lengthBlank(name, label, typed[name] ?? 0, units, typed[name] !== undefined);
    return [
      'Stand a',
      choiceBlank('profile', 'Profile', this.profile, [
        { value: 'rectangle', label: 'rectangular' },
        { value: 'round', label: 'round' }
      ]),
      'column of',
      choiceBlank(
        'material',
        'Material',
        this.material,
        [...editor.project.tables.material.values()].map(({ id, name }) => ({ value: id, label: name }))
      ),
      ',',
      ...(this.profile === 'round'
        ? [size('diameter', 'Diameter'), 'across,']
        : [size('width', 'Width'), 'by', size('depth', 'Depth'), ',']),
      size('height', 'Height'),
      'high,',
      ...(this.profile === 'round'
        ? []
        : ['turned', angleBlank('angle', 'Angle', this.angle, typed.angle !== undefined), ',']),
      offset('across', 'Offset across'),
      'across and',
      offset('up', 'Offset up'),
      'up from',
      choiceBlank('corner', 'Corner', this.corner, [
        { value: '', label: 'the point you point at' },
        ...cornerChoices(editor)
      ]),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'profile') this.profile = text as Profile['kind'];
    else if (blank === 'material') this.material = text;
    else if (blank === 'corner') this.corner = text;
    else {
      const read = readBlank(blank === 'angle' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (isSize(blank)) {
        if (read.value <= 0) return `A ${blank} must be more than zero.`;
        this.sizes.type(blank, read.value);
      } else {
        this.typed = { ...this.typed, [blank]: read.value };
        if (blank !== 'angle' && !this.corner && !this.at) this.corner = 'zero';
      }
    }
    this.preview();
    return undefined;
  }

  private get place(): Point | undefined {
    const from = this.corner ? pointOfCorner(this.editor, this.corner) : this.at;
    return from && { x: from.x + (this.typed.across ?? 0), y: from.y + (this.typed.up ?? 0) };
  }

  private preview() {
    const { place } = this;
    this.attempt(place && this.callAt(place));
  }

  private callAt(at: Point) {
    const [width, depth, diameter, height] = sizes.map((name) => this.sizes.get(name));
    return {
      name: 'addColumn',
      args: {
        storey: this.editor.storey,
        at,
        angle: this.angle / degree,
        profile: this.profile === 'round' ? { kind: 'round', diameter } : { kind: 'rectangle', width, depth },
        material: this.material,
        top: { kind: 'height', height }
      }
    };
  }

  move(point: Point, mmPerPixel: number) {
    if (this.corner) return;
    const model = this.editor.model.storey(this.editor.project, this.editor.storey);
    const wall = wallAt(model, point, 0);
    const frame = wall === undefined ? undefined : model?.frames.get(wall);
    if (frame) {
      const { t } = locate(point, frame.origin, frame.direction);
      const inWall = fromFrame(frame, Math.round(t / 50) * 50, (frame.y0 + frame.y1) / 2);
      this.hand.take([{ point: inWall, name: 'in the middle of the wall' }]);
      this.at = inWall;
      this.turned = angleOf(frame.direction);
    } else {
      this.at = this.hand.move(point, mmPerPixel);
      this.turned = 0;
    }
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    const { place } = this;
    if (!place)
      return this.editor.say({
        kind: 'problem',
        text: 'No place is chosen yet.',
        hint: 'Point at it, or choose a corner in the sentence and type how far from it.'
      });
    if (!this.perform(this.callAt(place))) return;
    this.at = undefined;
    this.hand.take([]);
    this.typed = {};
    this.editor.toolChanged();
  }

  back(): boolean {
    if (!this.corner && Object.keys(this.typed).length === 0) return false;
    this.corner = '';
    this.typed = {};
    this.preview();
    return true;
  }

  key(key: string): boolean {
    if (!this.hand.key(key)) return false;
    this.at = this.hand.present?.point ?? this.at;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    if (this.corner) return { points: [pointOfCorner(this.editor, this.corner)] };
    return this.hand.overlay;
  }
}
