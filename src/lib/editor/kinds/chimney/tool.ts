/** Chimneys: back to back in a wall, or a breast inside or outside it, set out along that wall. */
import { angleOf, locate, type Point } from '../../../core/geometry/point';
import { clearRange } from '../../../core/kinds/opening/place';
import { fromFrame, type Frame } from '../../../core/kernels/joints/frame';
import { degree } from '../../../core/units/angle';
import { formatLengthWithUnit } from '../../../core/units/length';
import type { Editor } from '../../editor';
import { choiceBlank, lengthBlank, readBlank, type SentencePart } from '../../sentence';
import { wallAt } from '../../hits';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import type { Values } from '../../values';

type Arrangement = 'both' | 'inside' | 'outside';
type Size =
  'width' | 'depth' | 'fireWidth' | 'fireHeight' | 'hearth' | 'flue' | 'above' | 'height' | 'gap' | 'base';

const arrangements: readonly { readonly value: Arrangement; readonly label: string }[] = [
  { value: 'both', label: 'back to back in' },
  { value: 'inside', label: 'inside of' },
  { value: 'outside', label: 'outside of' }
];

const fires = [
  { value: 'with', label: 'with a fire' },
  { value: 'without', label: 'without a fire' }
] as const;
const tops = [
  { value: 'roof', label: 'above the roofs' },
  { value: 'height', label: 'above its foot' }
] as const;

export class ChimneyTool extends BaseTool implements Tool {
  readonly name = 'chimney';
  private arrangement: Arrangement = 'both';
  private wall: string | undefined;
  private distance: number;
  private fixed = false;
  private inMiddle = false;
  private fire: 'with' | 'without' = 'with';
  private top: 'roof' | 'height' = 'roof';
  private readonly sizes: Values<Size>;

  constructor(editor: Editor) {
    super(editor);
    this.distance = editor.usual.setOut;
    this.sizes = editor.valuesOf('chimney', (name) => this.proposed(name));
  }

  private proposed(name: Size): number {
    const { project, storey, settings, usual } = this.editor;
    const { chimney } = usual;
    if (name === 'depth') return this.arrangement === 'both' ? chimney.backToBack : chimney.breast;
    if (name === 'height') return usual.storey + chimney.above;
    if (name !== 'base') return chimney[name];
    const { datum = 0 } = project.tables.storey.get(storey) ?? {};
    return Math.min(0, settings.ground - datum - chimney.foot);
  }

  private get model() {
    return this.editor.model.storey(this.editor.project, this.editor.storey);
  }

  private get frame(): Frame | undefined {
    return this.wall ? this.model?.frames.get(this.wall) : undefined;
  }

  sentence(): SentencePart[] {
    const { units } = this;
    const size = (name: Size, label: string) => this.sizes.length(name, label, units);
    return [
      'Stand a chimney',
      choiceBlank('arrangement', 'Arrangement', this.arrangement, arrangements),
      choiceBlank('wall', 'Wall', this.wall ?? '', this.wallChoices),
      ', its middle',
      lengthBlank('distance', 'Distance from the start', this.distance, units, this.fixed),
      'from the start,',
      size('width', 'Width'),
      'wide and',
      size('depth', 'Depth'),
      'deep,',
      choiceBlank('fire', 'Fire', this.fire, fires),
      ...(this.fire === 'with'
        ? [
            ', its opening',
            size('fireWidth', 'Width of the fire opening'),
            'wide and',
            size('fireHeight', 'Height of the fire opening'),
            'high, its hearth',
            size('hearth', 'Hearth'),
            'out'
          ]
        : []),
      this.flues > 1 ? ', flues of' : ', a flue of',
      size('flue', 'Flue'),
      'square, standing',
      this.sizes.height('base', 'Foot', units),
      ', ending',
      this.top === 'roof' ? size('above', 'Height above the roofs') : size('height', 'Height above its foot'),
      choiceBlank('top', 'Ending', this.top, tops),
      ',',
      size('gap', 'Gap'),
      'clear of all it passes.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'arrangement') this.arrangement = text as Arrangement;
    else if (blank === 'wall') this.wall = text || undefined;
    else if (blank === 'fire') this.fire = text as 'with' | 'without';
    else if (blank === 'top') this.top = text as 'roof' | 'height';
    else {
      const read = readBlank(blank === 'base' ? 'height' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (blank === 'distance') [this.distance, this.fixed] = [read.value, true];
      else {
        const least = blank === 'base' ? -Infinity : 0;
        if (read.value < least || (read.value === 0 && !['hearth', 'gap', 'base'].includes(blank)))
          return 'That must be more than zero.';
        this.sizes.type(blank as Size, read.value);
      }
    }
    this.preview();
    return undefined;
  }

  move(point: Point) {
    if (this.fixed && this.wall) return;
    const { step } = this.editor.usual;
    this.wall = wallAt(this.model, point, 300) ?? (this.fixed ? this.wall : undefined);
    const { frame } = this;
    if (frame && !this.fixed) {
      const { t } = locate(point, frame.origin, frame.direction);
      const footprint = this.model?.footprints.walls.get(frame.wall.id);
      const [c0, c1] = clearRange(frame, footprint?.bands[0]?.outline ?? []);
      this.inMiddle = Math.abs(t - (c0 + c1) / 2) < step;
      this.distance = this.inMiddle ? (c0 + c1) / 2 : Math.round(t / step) * step;
    }
    this.preview();
  }

  /** Where the middle of the chimney lies across the wall, and the sides of its fires. */
  private placed(frame: Frame): { y: number; sides: ('front' | 'back')[]; reach: number } {
    const [depth, gap] = [this.sizes.get('depth'), this.sizes.get('gap')];
    if (this.arrangement === 'both')
      return { y: (frame.y0 + frame.y1) / 2, sides: ['front', 'back'], reach: 0 };
    const toLeft = (frame.wall.outside === 'left') === (this.arrangement === 'outside');
    const y = toLeft ? frame.y1 + gap + depth / 2 : frame.y0 - gap - depth / 2;
    // Inside it faces away from the wall; outside through the wall into the room.
    const facesLeft = (this.arrangement === 'inside') === toLeft;
    const reach = this.arrangement === 'outside' ? gap + frame.y1 - frame.y0 : 0;
    return { y, sides: [facesLeft ? 'back' : 'front'], reach };
  }

  /** Without a fire one is enough, in the middle; with fires one for each. */
  private get flues(): number {
    return this.fire === 'with' && this.arrangement === 'both' ? 2 : 1;
  }

  private callIn(frame: Frame) {
    const size = (name: Size) => this.sizes.get(name);
    const [depth, flue, gap] = [size('depth'), size('flue'), size('gap')];
    const { flueIn, fireDepth } = this.editor.usual.chimney;
    const { y, sides, reach } = this.placed(frame);
    const across = depth / 2 - (flueIn + fireDepth) / 2;
    return {
      name: 'addChimney',
      args: {
        storey: this.editor.storey,
        at: fromFrame(frame, this.distance, y),
        angle: angleOf(frame.direction) / degree,
        ...{ width: size('width'), depth, base: size('base'), gap },
        top:
          this.top === 'roof'
            ? { kind: 'roof', above: size('above') }
            : { kind: 'height', height: size('height') },
        flues:
          this.fire === 'without'
            ? [{ across: 0, width: flue, depth: flue }]
            : sides.map((side) => ({
                across: side === 'front' ? -across : across,
                ...{ width: flue, depth: flue },
                fire: {
                  ...{ side, width: size('fireWidth'), height: size('fireHeight') },
                  ...{ depth: fireDepth, reach, hearth: size('hearth') }
                }
              }))
      }
    };
  }

  private preview() {
    const { frame } = this;
    this.attempt(frame && this.callIn(frame));
  }

  click(point: Point) {
    this.move(point);
    this.accept();
  }

  accept() {
    const { frame } = this;
    if (!frame)
      return this.editor.say({
        kind: 'problem',
        text: 'No wall is chosen yet.',
        hint: 'Point at the wall that the chimney stands at, or choose it in the sentence.'
      });
    const made = this.perform(this.callIn(frame));
    if (!made) return;
    this.editor.take(undefined);
    this.editor.select(made);
  }

  back(): boolean {
    if (!this.fixed && !this.wall) return false;
    this.fixed = false;
    this.wall = undefined;
    this.attempt(undefined);
    return true;
  }

  overlay(): Overlay {
    const { frame } = this;
    if (!frame || !this.editor.isTrial) return {};
    const y = (frame.y0 + frame.y1) / 2;
    const to = fromFrame(frame, this.distance, y);
    const name = this.inMiddle
      ? 'middle of the clear wall'
      : `${formatLengthWithUnit(this.distance, this.units)} from the start`;
    return { lines: [[fromFrame(frame, 0, y), to]], snap: { at: to, name } };
  }
}
