/** Tools that are a sentence and a preview: slab, copying a storey up, roof, roof edges. */
import { FormTool } from '../../tools/form';
import type { Tool } from '../../tool';
import { degree } from '../../../core/units/angle';
import { nameElement } from '../../../core/document/names';
import type { RoofForm } from '../../../core/kinds/roof/forms';
import { outlineOn } from '../../../core/kinds/wall/stages';
import { choiceBlank, pitchBlank, readBlank, type SentencePart } from '../../sentence';
import type { Editor } from '../../editor';

const usualPitch = 30 * degree;

const formChoices = [
  { value: 'hip', label: 'hipped' },
  { value: 'gable', label: 'gabled' },
  { value: 'mono', label: 'mono-pitch' }
] as const;

export class RoofTool extends FormTool implements Tool {
  readonly name = 'roof';
  private pitch: number | undefined;
  private form: RoofForm = 'hip';
  private low = '';

  constructor(editor: Editor) {
    super(editor);
    const model = editor.model.storey(editor.project, editor.storey);
    const tops = [...(model?.frames.values() ?? [])].map(({ top }) => top).filter(Number.isFinite);
    const { overhang, roof, plate } = editor.usual;
    this.proposed = { overhang, thickness: roof, plateLevel: tops.length > 0 ? Math.max(...tops) : plate };
    this.preview();
  }

  sentence(): SentencePart[] {
    return [
      'Put a',
      choiceBlank('form', 'Form', this.form, formChoices),
      'roof at',
      pitchBlank('pitch', 'Pitch', this.pitch ?? usualPitch, this.pitch !== undefined),
      ', overhanging',
      this.length('overhang', 'Overhang'),
      ', its plate',
      this.height('plateLevel', 'Plate level'),
      ',',
      this.length('thickness', 'Thickness'),
      'thick',
      ...(this.form === 'mono'
        ? [
            ', falling to',
            choiceBlank('low', 'Falling to', this.low, [
              { value: '', label: 'its longest edge' },
              ...this.walls.map((value) => ({ value, label: nameElement(this.editor.project, value) }))
            ])
          ]
        : []),
      '.'
    ];
  }

  /** Under the edges that it would have. */
  private get walls(): string[] {
    const { editor } = this;
    const outline = outlineOn(editor.model.at(editor.project), editor.storey, 'outer');
    return [...new Set(outline?.walls.flat(2))];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'form' || blank === 'low') {
      if (blank === 'form') this.form = text as RoofForm;
      else this.low = text;
      this.preview();
      return undefined;
    }
    if (blank !== 'pitch') return this.read(blank, text, blank === 'plateLevel' ? 'height' : 'length');
    const read = readBlank('pitch', text, this.units);
    if (!read.ok) return read.message;
    this.pitch = read.value;
    this.preview();
    return undefined;
  }

  protected call() {
    const { overhang, plateLevel, thickness } = this.lengths;
    return {
      name: 'addRoof',
      args: {
        storey: this.editor.storey,
        form: this.form,
        ...(this.form === 'mono' && this.low && { low: this.low }),
        pitch: (this.pitch ?? usualPitch) / degree,
        overhang,
        plateLevel,
        thickness
      }
    };
  }
}
