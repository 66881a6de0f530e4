/** Doors, windows and bare openings: point at a wall, type the set-out. Snaps: the middle, and distances from the corner face. */
import { locate, type Point } from '../../../core/geometry/point';
import { clearRange, setOutsOf, type SetOutFrom } from '../../../core/kinds/opening/place';
import type { CatalogueEntry } from '../../../core/kinds/catalogue-entry/record';
import { formatHeight } from '../../../core/units/height';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fromFrame, type Frame } from '../../../core/kernels/joints/frame';
import type { Filling, SetOutTo } from '../../../core/kinds/opening/record';
import type { Project } from '../../../core/document/kind';
import { nameElement } from '../../../core/document/names';
import type { Editor } from '../../editor';
import { choiceBlank, lengthBlank, readBlank, type Choice, type SentencePart } from '../../sentence';
import { wallAt } from '../../hits';
import type { KeyHint, Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import type { Values } from '../../values';
import { entryChoices } from './entries';
import { waysOf } from './ways';

/** A head that was typed holds, and the height follows it; until a height is typed. */
type Size = 'width' | 'height' | 'sill' | 'head';

const doorKeys = [
  { key: 'H', does: 'hang on the other jamb' },
  { key: 'X', does: 'open the other way' }
];

/** Where the middle of an opening snaps along the clear wall, and within how many pixels. */
const shares = [
  { of: 1 / 2, reach: 12, name: 'middle of the clear wall' },
  { of: 1 / 3, reach: 6, name: 'a third of the clear wall' },
  { of: 2 / 3, reach: 6, name: 'two thirds of the clear wall' },
  { of: 1 / 4, reach: 6, name: 'a quarter of the clear wall' },
  { of: 3 / 4, reach: 6, name: 'three quarters of the clear wall' }
];

const atStart: SetOutFrom = { end: 'a', origin: { kind: 'line' }, t: 0 };
export const keyOfFrom = ({ end, origin }: SetOutFrom) =>
  `${end} ${origin.kind === 'face' ? origin.wall : 'line'}`;

/** "the start of its line", "the face of Wall 3". */
export function describeFrom(project: Project, { end, origin }: Pick<SetOutFrom, 'end' | 'origin'>): string {
  if (origin.kind === 'line') return end === 'a' ? 'the start of its line' : 'the end of its line';
  return `the face of ${nameElement(project, origin.wall)}${end === 'b' ? ', backwards' : ''}`;
}

export const fromChoices = (project: Project, froms: readonly SetOutFrom[]): Choice[] =>
  froms.map((from) => ({ value: keyOfFrom(from), label: describeFrom(project, from) }));

export class OpeningTool extends BaseTool implements Tool {
  readonly name;
  readonly keys: readonly KeyHint[];
  private wall: string | undefined;
  private from: SetOutFrom = atStart;
  private to: SetOutTo = 'near';
  private distance: number;
  private fixed = false;
  private readonly sizes: Values<Size>;
  private hinge: 'near' | 'far' = 'near';
  private opens: 'inside' | 'outside' = 'inside';
  private snapped = '';
  /** Chosen by the person: they hold. */
  private isFromChosen = false;
  private isWayChosen = false;

  constructor(
    editor: Editor,
    private readonly filling: Filling
  ) {
    super(editor);
    this.name = filling === 'none' ? ('opening' as const) : filling;
    this.keys = filling === 'door' ? doorKeys : [];
    this.distance = editor.usual.setOut;
    this.sizes = editor.valuesOf(filling, (name): number => {
      const usual = this.entry?.size ?? editor.usual[filling];
      if (name === 'head') return this.sizes.get('sill') + this.sizes.get('height');
      return name === 'height' && this.sizes.isTyped('head')
        ? this.sizes.get('head') - this.sizes.get('sill')
        : usual[name];
    });
  }

  /** What is to fill it: of the catalogue, or plain. */
  private get entry(): CatalogueEntry | undefined {
    const chosen = this.filling === 'none' ? null : this.editor.chosenEntries[this.filling];
    return chosen === null ? undefined : this.editor.project.tables.catalogueEntry.get(chosen);
  }

  private get frame(): Frame | undefined {
    return this.wall
      ? this.editor.model.storey(this.editor.project, this.editor.storey)?.frames.get(this.wall)
      : undefined;
  }

  private get footprint() {
    const model = this.editor.model.storey(this.editor.project, this.editor.storey);
    return this.wall ? model?.footprints.walls.get(this.wall) : undefined;
  }

  private get froms(): SetOutFrom[] {
    return this.footprint ? setOutsOf(this.footprint) : [atStart, { ...atStart, end: 'b' }];
  }

  /** Clear stretch of the wall between what joins it. */
  private get clear(): [number, number] {
    const { footprint } = this;
    return footprint ? clearRange(footprint.frame, footprint.bands[0]?.outline ?? []) : [0, 0];
  }

  sentence(): SentencePart[] {
    const { units, editor } = this;
    const parts: SentencePart[] = [
      'In',
      choiceBlank('wall', 'Wall', this.wall ?? '', this.wallChoices),
      ...(this.filling === 'none'
        ? ['put a bare opening']
        : [
            'put a',
            choiceBlank(
              'entry',
              this.filling === 'door' ? 'Door set' : 'Window unit',
              this.entry?.id ?? '',
              entryChoices(editor.project, this.filling)
            )
          ]),
      ', its',
      choiceBlank('to', 'Set-out point', this.to, [
        { value: 'near', label: 'near jamb' },
        { value: 'centre', label: 'centre' },
        { value: 'far', label: 'far jamb' }
      ]),
      lengthBlank('distance', 'Distance', this.distance, units, this.fixed),
      'from',
      choiceBlank('from', 'Measured from', keyOfFrom(this.from), fromChoices(editor.project, this.froms)),
      ',',
      this.sizes.length('width', 'Width', units),
      'wide and',
      this.sizes.length('height', 'Height', units),
      'high,',
      this.filling === 'window' ? 'its sill' : 'its threshold',
      this.sizes.height('sill', 'Sill', units),
      ', its head',
      this.sizes.height('head', 'Head', units)
    ];
    if (this.filling === 'door')
      parts.push(
        ', hung on the',
        choiceBlank('hinge', 'Hung on', this.hinge, [
          { value: 'near', label: 'near jamb' },
          { value: 'far', label: 'far jamb' }
        ]),
        ', opening',
        choiceBlank(
          'opens',
          'Opening to',
          this.opens,
          waysOf(this.wall === undefined ? undefined : editor.project.tables.wall.get(this.wall))
        )
      );
    return [...parts, '.'];
  }

  fill(blank: string, text: string): string | undefined {
    switch (blank) {
      case 'wall':
        this.wall = text || undefined;
        this.from = this.froms.find((from) => keyOfFrom(from) === keyOfFrom(this.from)) ?? atStart;
        break;
      case 'entry':
        if (this.filling !== 'none') this.editor.chooseEntry(this.filling, text || null);
        break;
      case 'to':
        this.to = text as SetOutTo;
        break;
      case 'from':
        this.from = this.froms.find((from) => keyOfFrom(from) === text) ?? atStart;
        this.isFromChosen = true;
        break;
      case 'hinge':
        this.hinge = text as 'near' | 'far';
        break;
      case 'opens':
        this.opens = text as 'inside' | 'outside';
        this.isWayChosen = true;
        break;
      default: {
        const read = readBlank(blank === 'sill' || blank === 'head' ? 'height' : 'length', text, this.units);
        if (!read.ok) return read.message;
        if ((blank === 'width' || blank === 'height') && read.value <= 0)
          return `A ${blank} must be more than zero.`;
        if (blank === 'head' && read.value <= this.sizes.get('sill'))
          return `The head must lie above the sill, ${formatHeight(this.sizes.get('sill'), this.units, 'the datum')}.`;
        if (blank === 'distance') {
          this.distance = read.value;
          this.fixed = true;
        } else this.typeSize(blank as Size, read.value);
      }
    }
    this.preview();
    return undefined;
  }

  private typeSize(name: Size, value: number) {
    this.sizes.type(name, value);
    if (name === 'head') this.sizes.letGo('height');
    if (name === 'height') this.sizes.letGo('head');
  }

  move(point: Point, mmPerPixel: number) {
    const hit = wallAt(
      this.editor.model.storey(this.editor.project, this.editor.storey),
      point,
      14 * mmPerPixel
    );
    if (!hit && this.wall) return;
    const isOther = hit !== this.wall;
    this.wall = hit;
    const { frame } = this;
    if (frame) {
      const { t, y } = locate(point, frame.origin, frame.direction);
      if (isOther) [this.from, this.isFromChosen] = [this.nearest(t), false];
      // A door opens to the side of the wall that is pointed at.
      const off = y - (frame.y0 + frame.y1) / 2;
      if (!this.isWayChosen && Math.abs(off) > 2 * mmPerPixel)
        this.opens = off > 0 === (frame.wall.outside === 'left') ? 'outside' : 'inside';
      if (!this.fixed) this.follow(frame, t, mmPerPixel);
    }
    this.preview();
  }

  /** The corner face that lies nearest; the end of a line, which a drawing rarely shows, where there is none. */
  private nearest(t: number): SetOutFrom {
    const faces = this.froms.filter(({ origin }) => origin.kind === 'face');
    // Only what the distance runs away from: a face at the far end looks back.
    const ahead = faces.filter(({ end, t: at }) => (end === 'a' ? t >= at : t <= at));
    const list = ahead.length > 0 ? ahead : faces.length > 0 ? faces : this.froms;
    return list.reduce((best, one) => (Math.abs(one.t - t) < Math.abs(best.t - t) ? one : best), list[0]!);
  }

  /**
   * To the middle, thirds and quarters of the clear wall when near them; else so far from the face it is set out from, in
   * steps. That face stays as the pointer moves on, until another is far nearer.
   */
  private follow(frame: Frame, t: number, mmPerPixel: number) {
    const { step } = this.editor.usual;
    const width = this.sizes.get('width');
    const [c0, c1] = this.clear;
    const nearest = this.nearest(t);
    const isFarNearer = Math.abs(nearest.t - t) < Math.abs(this.from.t - t) / 2;
    if (!this.isFromChosen && isFarNearer) this.from = nearest;
    const share = shares.find(
      ({ of, reach }) => Math.abs(t - (c0 + (c1 - c0) * of)) < reach * mmPerPixel && c1 - c0 > 2 * width
    );
    const middle = share ? c0 + (c1 - c0) * share.of : t;
    const start = Math.max(c0, Math.min(c1 - width, middle - width / 2));
    const { end, t: from } = this.from;
    const [least, most] = end === 'a' ? [c0 - from, c1 - width - from] : [from - c1, from - width - c0];
    const near = end === 'a' ? start - from : from - start - width;
    const stepped = Math.max(0, least, Math.min(most, Math.round(near / step) * step));
    const lead = this.to === 'near' ? 0 : this.to === 'centre' ? width / 2 : width;
    this.distance = lead + (share ? near : stepped);
    this.snapped = share
      ? share.name
      : `${formatLengthWithUnit(this.distance, this.units)} from ${describeFrom(this.editor.project, this.from)}`;
  }

  private call() {
    const { wall, from, to, distance, sizes } = this;
    return {
      name: 'addOpening',
      args: {
        wall,
        filling: this.filling,
        entry: this.entry?.id ?? null,
        end: from.end,
        origin: from.origin,
        to,
        distance,
        ...{ width: sizes.get('width'), height: sizes.get('height'), sill: sizes.get('sill') },
        ...(this.filling === 'door' && { handing: { hinge: this.hinge, opens: this.opens } })
      }
    };
  }

  private preview() {
    this.attempt(this.wall ? this.call() : undefined);
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    if (!this.wall) {
      this.editor.say({
        kind: 'problem',
        text: 'No wall is chosen yet.',
        hint: 'Point at a wall, or choose one in the sentence.'
      });
      return;
    }
    if (this.perform(this.call())) {
      this.fixed = this.isFromChosen = this.isWayChosen = false;
      this.wall = undefined;
      this.editor.toolChanged();
    }
  }

  back(): boolean {
    if (!this.fixed && !this.wall) return false;
    this.fixed = false;
    this.wall = undefined;
    this.attempt(undefined);
    return true;
  }

  key(key: string): boolean {
    if (this.filling !== 'door') return false;
    if (key === 'h') this.hinge = this.hinge === 'near' ? 'far' : 'near';
    else if (key === 'x')
      [this.opens, this.isWayChosen] = [this.opens === 'inside' ? 'outside' : 'inside', true];
    else return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { frame } = this;
    if (!frame || !this.editor.isTrial) return {};
    const start = this.from.t;
    const to = this.from.end === 'a' ? start + this.distance : start - this.distance;
    const y = frame.wall.outside === 'right' ? frame.y1 : frame.y0;
    return {
      lines: [[fromFrame(frame, start, y), fromFrame(frame, to, y)]],
      snap: { at: fromFrame(frame, to, y), name: this.snapped }
    };
  }
}
