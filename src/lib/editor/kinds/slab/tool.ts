/** Laying a slab by the walls. */
import { FormTool } from '../../tools/form';
import type { Tool } from '../../tool';
import { choiceBlank, type SentencePart } from '../../sentence';
import type { SlabFace } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';

export class SlabTool extends FormTool implements Tool {
  readonly name = 'slab';
  private face: SlabFace = 'outer';

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    this.proposed = { thickness: storey?.floorDepth || editor.usual.slab, offset: 0 };
    this.preview();
  }

  sentence(): SentencePart[] {
    return [
      'Lay a slab by the walls’',
      choiceBlank('face', 'Face', this.face, [
        { value: 'outer', label: 'outer face' },
        { value: 'structure', label: 'structure' },
        { value: 'inner', label: 'inner face' }
      ]),
      ',',
      this.length('thickness', 'Thickness'),
      'thick, its top',
      this.height('offset', 'Top'),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank !== 'face') return this.read(blank, text, blank === 'offset' ? 'height' : 'length');
    this.face = text as SlabFace;
    this.preview();
    return undefined;
  }

  protected call() {
    return {
      name: 'addSlab',
      args: {
        storey: this.editor.storey,
        face: this.face,
        ...this.lengths
      }
    };
  }
}
