/** Copying a storey up or down. */
import { FormTool } from '../../tools/form';
import { buildUpChoices } from '../../style';
import type { Tool } from '../../tool';
import { choiceBlank, textBlank, type SentencePart } from '../../sentence';
import type { Editor } from '../../editor';

export class CopyUpTool extends FormTool implements Tool {
  readonly name = 'copyUp';
  private which: 'outer' | 'chosen' | 'all' = 'outer';
  /** Partitions that were selected when the tool was taken. */
  private readonly partitions: readonly string[];
  private openings: 'with' | 'without' = 'without';
  private to: 'above' | 'below' = 'above';
  private storeyName: string | undefined;
  /** Of the outer walls; empty: as below. */
  private buildUp = '';

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    const { usual } = editor;
    this.partitions = [...editor.selection].filter((id) => {
      const wall = editor.project.tables.wall.get(id);
      return wall?.storey === editor.storey && wall.role !== 'exterior';
    });
    if (this.partitions.length > 0) this.which = 'chosen';
    this.proposed = { height: storey?.height ?? usual.storey, floorDepth: usual.floorDepth };
    this.preview();
  }

  sentence(): SentencePart[] {
    return [
      'Copy',
      choiceBlank('which', 'Which walls', this.which, [
        { value: 'outer', label: 'the outer walls' },
        ...(this.partitions.length > 0
          ? [{ value: 'chosen', label: `the outer walls and ${this.partitions.length} selected ones` }]
          : []),
        { value: 'all', label: 'all walls, partitions and columns' }
      ]),
      choiceBlank('openings', 'Openings', this.openings, [
        { value: 'without', label: 'without their openings' },
        { value: 'with', label: 'with their openings' }
      ]),
      choiceBlank('to', 'Up or down', this.to, [
        { value: 'above', label: 'up' },
        { value: 'below', label: 'down' }
      ]),
      'to a new storey called',
      textBlank('name', 'Name', this.nameShown, this.storeyName !== undefined),
      ',',
      this.length('height', 'Height'),
      'high, its floor',
      this.length('floorDepth', 'Floor depth'),
      'deep, outer walls',
      choiceBlank('buildUp', 'Build-up', this.buildUp, [
        { value: '', label: 'made as they are' },
        ...buildUpChoices(this.editor.project)
          .slice(1)
          .map(({ value, label }) => ({ value, label: `of ${label}` }))
      ]),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'which') this.which = text as 'outer' | 'chosen' | 'all';
    else if (blank === 'buildUp') this.buildUp = text;
    else if (blank === 'openings') this.openings = text as 'with' | 'without';
    else if (blank === 'to') this.to = text as 'above' | 'below';
    else if (blank === 'name') {
      if (text.trim() === '') return 'A storey needs a name.';
      this.storeyName = text.trim();
    } else return this.read(blank, text);
    this.preview();
    return undefined;
  }

  protected call() {
    const { height, floorDepth } = this.lengths;
    return {
      name: 'copyStorey',
      args: {
        storey: this.editor.storey,
        which: this.which === 'all' ? 'all' : 'outer',
        ...(this.which === 'chosen' && { partitions: this.partitions }),
        ...(this.buildUp !== '' && { buildUp: this.buildUp }),
        openings: this.openings === 'with',
        to: this.to,
        name: this.nameShown,
        height,
        floorDepth
      }
    };
  }

  private get nameShown(): string {
    return this.storeyName ?? (this.to === 'above' ? 'Upper' : 'Lower');
  }

  protected override after(made: readonly string[]) {
    this.editor.goTo(made[0]!);
  }
}
