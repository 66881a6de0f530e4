/** Laying a footing: under the outer walls, all walls, those that are pointed at, or columns. */
import { nameElement } from '../../../core/document/names';
import type { Point } from '../../../core/geometry/point';
import { columnRing } from '../../../core/kinds/column/shape';
import { ringHolds } from '../../../core/geometry/ring';
import { slabLevel } from '../../../core/kinds/slab/level';
import { datumOf } from '../../../core/kinds/storey/record';
import { wallsOf } from '../../../core/kinds/wall/record';
import type { Editor } from '../../editor';
import { wallAt } from '../../hits';
import { choiceBlank, type SentencePart } from '../../sentence';
import type { Tool } from '../../tool';
import { FormTool } from '../../tools/form';

type Under = 'outer' | 'all' | 'columns' | 'pointed';

const ways = [
  { value: 'outer', label: 'the outer walls' },
  { value: 'all', label: 'all walls' },
  { value: 'columns', label: 'the columns' },
  { value: 'pointed', label: 'what you point at' }
] as const;

export class FootingTool extends FormTool implements Tool {
  readonly name = 'footing';
  private under: Under = 'outer';
  private picked: readonly string[] = [];
  private steps: 'level' | 'steps' = 'steps';
  private stands: 'wall' | 'none' = 'wall';
  private breadth: 'wall' | 'structure' = 'wall';

  constructor(editor: Editor) {
    super(editor);
    const { footing, slab } = editor.usual;
    const { project, storey } = editor;
    const ground = [...project.tables.slab.values()].find((one) => one.storey === storey);
    // Up to the underside of the slab that lies on it.
    const under = ground
      ? slabLevel(project, ground) - datumOf(project, storey) - ground.thickness - (ground.edge?.depth ?? 0)
      : -slab;
    this.proposed = { ...footing, wallTop: under };
    // What is selected is what one wants them under.
    const walls = [...editor.selection].filter((id) => this.has(id));
    if (walls.length > 0) {
      this.under = 'pointed';
      this.picked = walls;
    } else if (wallsOf(editor.project, editor.storey).length === 0) this.under = 'columns';
    this.preview();
  }

  private has(id: string): boolean {
    const { tables } = this.editor.project;
    return (tables.wall.get(id) ?? tables.column.get(id))?.storey === this.editor.storey;
  }

  get ways() {
    return { blank: 'under', now: this.under, all: ways };
  }

  sentence(): SentencePart[] {
    return [
      'Lay a footing under',
      choiceBlank('under', 'Under', this.under, ways),
      ',',
      this.length('projection', 'Wider on each side'),
      'wider on each side than',
      choiceBlank('breadth', 'Than', this.breadth, [
        { value: 'wall', label: 'all of the wall' },
        { value: 'structure', label: 'its structure' }
      ]),
      ',',
      this.length('thickness', 'Thickness'),
      'thick, at least',
      this.length('depth', 'Under the ground'),
      'under the ground,',
      choiceBlank('steps', 'Steps', this.steps, [
        { value: 'steps', label: 'stepping down with it' },
        { value: 'level', label: 'level all along' }
      ]),
      ', with',
      choiceBlank('stands', 'On it', this.stands, [
        { value: 'wall', label: 'a foundation wall' },
        { value: 'none', label: 'nothing' }
      ]),
      ...(this.stands === 'wall'
        ? ['up to', this.height('wallTop', 'Top of the foundation'), '.']
        : ['on it.'])
    ];
  }

  get note() {
    if (this.under !== 'pointed') return undefined;
    const { project } = this.editor;
    if (this.picked.length === 0) return 'point at a wall or a column; again takes it out';
    return this.picked.map((id) => nameElement(project, id)).join(', ');
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'under') this.under = text as Under;
    else if (blank === 'steps') this.steps = text as 'level' | 'steps';
    else if (blank === 'stands') this.stands = text as 'wall' | 'none';
    else if (blank === 'breadth') this.breadth = text as 'wall' | 'structure';
    else return this.read(blank, text, blank === 'wallTop' ? 'height' : 'length');
    this.preview();
    return undefined;
  }

  /** The ids of what it is to bear. */
  private get borne(): readonly string[] {
    const { project, storey } = this.editor;
    if (this.under === 'pointed') return this.picked;
    if (this.under === 'columns')
      return [...project.tables.column.values()].flatMap((one) => (one.storey === storey ? [one.id] : []));
    return wallsOf(project, storey).flatMap(({ id, role }) =>
      this.under === 'all' || role === 'exterior' ? [id] : []
    );
  }

  protected call() {
    const { tables } = this.editor.project;
    const { projection, thickness, depth, working, wallTop } = this.lengths;
    const of = (kind: 'wall' | 'column') =>
      this.borne.flatMap((id) => (tables[kind].has(id) ? [{ of: id, projection: null }] : []));
    return {
      name: 'addFooting',
      args: {
        ...{ storey: this.editor.storey, walls: of('wall'), columns: of('column'), breadth: this.breadth },
        ...{ projection, thickness, depth, working, step: this.steps === 'steps' ? thickness : 0 },
        wallTop: this.stands === 'wall' ? wallTop : null
      }
    };
  }

  private at(p: Point, mmPerPixel: number): string | undefined {
    const { editor } = this;
    const { project, storey, model } = editor;
    const column = [...project.tables.column.values()].find(
      (one) => one.storey === storey && ringHolds(columnRing(one), p)
    );
    return (
      column?.id ?? wallAt(model.storey(project, storey), p, 4 * mmPerPixel, (id) => editor.isHidden(id))
    );
  }

  click(point: Point, mmPerPixel: number) {
    const id = this.at(point, mmPerPixel);
    if (id === undefined) return;
    if (this.under !== 'pointed') this.picked = [];
    this.under = 'pointed';
    this.picked = this.picked.includes(id) ? this.picked.filter((one) => one !== id) : [...this.picked, id];
    this.preview();
    this.editor.toolChanged();
  }

  override back(): boolean {
    if (this.picked.length === 0) return false;
    this.picked = this.picked.slice(0, -1);
    this.preview();
    return true;
  }
}
