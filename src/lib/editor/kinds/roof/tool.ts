/** Tools that are a sentence and a preview: slab, copying a storey up, roof, roof edges. */
import { FormTool } from '../../tools/form';
import type { Tool } from '../../tool';
import { degree } from '../../../core/units/angle';
import { pitchBlank, readBlank, type SentencePart } from '../../sentence';
import type { Editor } from '../../editor';

const usualPitch = 30 * degree;

export class RoofTool extends FormTool implements Tool {
  readonly name = 'roof';
  private pitch: number | undefined;

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
      'Put a roof at',
      pitchBlank('pitch', 'Pitch', this.pitch ?? usualPitch, this.pitch !== undefined),
      ', overhanging',
      this.length('overhang', 'Overhang'),
      ', its plate',
      this.height('plateLevel', 'Plate level'),
      ',',
      this.length('thickness', 'Thickness'),
      'thick, hipped all round.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
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
        pitch: (this.pitch ?? usualPitch) / degree,
        overhang,
        plateLevel,
        thickness
      }
    };
  }
}
