/** Columns and piers: by pointing, or at typed offsets from a corner. Over a wall they stand in its middle and turn with it. */
import { need } from '../../../core/document/command';
import { clearHeightOf } from '../../../core/kinds/storey/record';
import { angleOf, locate, type Point } from '../../../core/geometry/point';
import { fromFrame } from '../../../core/kernels/joints/frame';
import type { Profile } from '../../../core/kinds/column/record';
import { degree } from '../../../core/units/angle';
import type { Editor } from '../../editor';
import { angleBlank, choiceBlank, readBlank, type SentencePart } from '../../sentence';
import { wallAt } from '../../hits';
import type { Tool } from '../../tool';
import { PlacedTool } from '../../tools/placed';
import type { Values } from '../../values';
import { Placing } from '../../tools/placing';

const sizes = ['width', 'depth', 'diameter', 'height'] as const;
type Size = (typeof sizes)[number];
const isSize = (blank: string): blank is Size => sizes.some((one) => one === blank);

export class ColumnTool extends PlacedTool implements Tool {
  readonly name = 'column';
  private profile: Profile['kind'] = 'rectangle';
  private material = 'concrete';
  private readonly sizes: Values<Size>;
  private typedAngle: number | undefined;
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
    return this.typedAngle ?? this.turned;
  }

  sentence(): SentencePart[] {
    const { editor, units } = this;
    const size = (name: Size, label: string) => this.sizes.length(name, label, units);
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
        : ['turned', angleBlank('angle', 'Angle', this.angle, this.typedAngle !== undefined), ',']),
      ...this.placing.sentence(),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'profile') this.profile = text as Profile['kind'];
    else if (blank === 'material') this.material = text;
    else if (Placing.has(blank)) {
      const fault = this.placing.fill(blank, text);
      if (fault) return fault;
    } else {
      const read = readBlank(blank === 'angle' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (isSize(blank)) {
        if (read.value <= 0) return `A ${blank} must be more than zero.`;
        this.sizes.type(blank, read.value);
      } else this.typedAngle = read.value;
    }
    this.preview();
    return undefined;
  }

  protected callAt(at: Point) {
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
    if (this.placing.isSet) return;
    const model = this.editor.model.storey(this.editor.project, this.editor.storey);
    const wall = wallAt(model, point, 0);
    const frame = wall === undefined ? undefined : model?.frames.get(wall);
    if (frame) {
      const { t } = locate(point, frame.origin, frame.direction);
      const inWall = fromFrame(frame, Math.round(t / 50) * 50, (frame.y0 + frame.y1) / 2);
      this.hand.take([{ point: inWall, name: 'in the middle of the wall' }]);
      this.placing.at = inWall;
      this.turned = angleOf(frame.direction);
    } else {
      this.placing.at = this.hand.move(point, mmPerPixel);
      this.turned = 0;
    }
    this.preview();
  }

  protected override forget() {
    this.typedAngle = undefined;
  }

  back(): boolean {
    if (!this.placing.isTyped && this.typedAngle === undefined) return false;
    this.placing.clear();
    this.forget();
    this.preview();
    return true;
  }
}
