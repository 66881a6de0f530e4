/**
 * Doors, windows and bare openings: point at a wall or several, type the set-out, pull a door's leaf to where it is to stand.
 * Snaps: the middle and parts of the clear wall, openings that it can stand in line with, distances from the corner face.
 */
import { compassOf } from '../../../core/geometry/compass';
import { distance, locate, scale, type Point } from '../../../core/geometry/point';
import { floorSlabAt } from '../../../core/kinds/opening/floor';
import type { Slab } from '../../../core/kinds/slab/record';
import { slabHeight } from '../../../core/kinds/slab/level';
import { clearOfWall, placeOpening, setOutsOf, stretchOf } from '../../../core/kinds/opening/place';
import { widthRound } from '../../../core/kinds/catalogue-entry/unit';
import { plainDoor } from '../../../core/kinds/catalogue-entry/plain';
import type { CatalogueEntry } from '../../../core/kinds/catalogue-entry/record';
import { formatHeight } from '../../../core/units/height';
import { formatLength, formatLengthWithUnit } from '../../../core/units/length';
import { fromFrame } from '../../../core/kernels/joints/frame';
import type { Filling, Opening, SetOutTo } from '../../../core/kinds/opening/record';
import type { WallFrame } from '../../../core/kinds/wall/frame';
import type { Editor } from '../../editor';
import {
  choiceBlank,
  lengthBlank,
  readBlank,
  textBlank,
  type Choice,
  type SentencePart
} from '../../sentence';
import { wallAt } from '../../hits';
import type { KeyHint, Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import type { Values } from '../../values';
import { entryChoices } from './entries';
import { Hanging } from './hanging';
import { atStart, describeFrom, fromChoices, keyOfFrom, linesOf, type From } from './setting-out';
import { jambChoices, setOutChoices, waysOf } from './ways';

/** A head that was typed holds, and the height follows it; until a height is typed. */
type Size = 'width' | 'height' | 'sill' | 'head';

/** `parts`: its middle, where equal parts of a stretch meet. */
type SetOutBy = SetOutTo | 'parts';

const doorKeys = [
  { key: 'H', does: 'hang on the other jamb' },
  { key: 'X', does: 'open the other way' }
];
const windowKeys = [{ key: 'H', does: 'turn it left to right' }];
const wallsKey = { key: 'A', does: 'put one like it in this wall, too' };

const points: Choice[] = [...setOutChoices, { value: 'parts', label: 'centre, in equal parts' }];

/** Where the middle of an opening snaps along the clear wall, and within how many pixels. */
const shares = [
  { of: 1 / 2, reach: 12, name: 'middle of the clear wall' },
  { of: 1 / 3, reach: 6, name: 'a third of the clear wall' },
  { of: 2 / 3, reach: 6, name: 'two thirds of the clear wall' },
  { of: 1 / 4, reach: 6, name: 'a quarter of the clear wall' },
  { of: 3 / 4, reach: 6, name: 'three quarters of the clear wall' }
];
/** What sills and heads are measured over. */
const levels = { datum: 'the datum', floor: 'the floor' } as const;

/** Within how many pixels it snaps into line with another opening. */
const lineReach = 5;

export class OpeningTool extends BaseTool implements Tool {
  readonly name;
  readonly keys: readonly KeyHint[];
  private wall: string | undefined;
  private from: From = atStart;
  /** Where equal parts end that begin at `from`; without it, where the clear wall does. */
  private till: From | undefined;
  private part = { nth: 1, of: 2 };
  private by: SetOutBy = 'near';
  private distance: number;
  private fixed = false;
  private above: keyof typeof levels = 'datum';
  private readonly sizes: Values<Size>;
  private readonly hanging: Hanging;
  private snapped = '';
  /** Chosen by the person: it holds. */
  private isFromChosen = false;
  /** Walls that get one like it, each with what it is set out from there. */
  private others: { readonly wall: string; readonly from: From }[] = [];
  /** What it has besides, where it is put like another. */
  private besides: Pick<Opening, 'overrides' | 'escape' | 'through'> | undefined;
  /** What fills it is turned left to right. */
  private mirrored = false;
  /** Those that were put last: a key still hangs them otherwise. */
  private last: readonly string[] = [];

  constructor(
    editor: Editor,
    private readonly filling: Filling
  ) {
    super(editor);
    this.name = filling === 'none' ? ('opening' as const) : filling;
    this.keys = [...(filling === 'door' ? doorKeys : filling === 'window' ? windowKeys : []), wallsKey];
    this.distance = editor.usual.setOut;
    this.hanging = new Hanging(editor);
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

  private get model() {
    return this.editor.model.storey(this.editor.project, this.editor.storey);
  }

  private get frame(): WallFrame | undefined {
    return this.wall ? this.model?.frames.get(this.wall) : undefined;
  }

  private get footprint() {
    return this.wall ? this.model?.footprints.walls.get(this.wall) : undefined;
  }

  /** Corner faces and ends of the wall. */
  private get faces(): From[] {
    return this.footprint ? setOutsOf(this.footprint) : [atStart, { ...atStart, end: 'b' }];
  }

  private get froms(): From[] {
    return [...this.faces, ...(this.frame ? linesOf(this.editor, this.frame) : [])];
  }

  /** Clear stretch of the wall in hand between what joins it. */
  private get clear(): [number, number] {
    return this.clearOf(this.wall);
  }

  private clearOf(wall: string | undefined): [number, number] {
    const footprint = wall === undefined ? undefined : this.model?.footprints.walls.get(wall);
    return footprint ? clearOfWall(footprint) : [0, 0];
  }

  /** Whether a floor of the storey lies off its datum, so that heights over either differ. */
  private get hasFloors() {
    const { project, storey } = this.editor;
    return [...project.tables.slab.values()].some(
      (slab) => slab.storey === storey && slabHeight(project, slab) !== 0
    );
  }

  private get isDoor() {
    return this.filling === 'door';
  }

  get note(): string | undefined {
    const { others, hanging } = this;
    if (others.length > 0)
      return `In ${others.length + (this.wall ? 1 : 0)} walls: Enter puts them, Esc takes the last wall back.`;
    return this.isDoor && this.wall && hanging.reason
      ? `Hung ${hanging.reason}; pull its leaf to hang it otherwise.`
      : undefined;
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
              this.isDoor ? 'Door set' : 'Window unit',
              this.entry?.id ?? '',
              entryChoices(editor.project, this.filling)
            )
          ]),
      ', its',
      choiceBlank('to', 'Set-out point', this.by, points),
      ...this.whereParts(),
      ',',
      this.sizes.length('width', 'Width', units),
      'wide and',
      this.sizes.length('height', 'Height', units),
      'high,',
      this.filling === 'window' ? 'its sill' : 'its threshold',
      this.sizes.height('sill', 'Sill', units, levels[this.above]),
      ', its head',
      this.sizes.height('head', 'Head', units, levels[this.above]),
      ...(this.hasFloors
        ? [
            'over',
            choiceBlank(
              'above',
              'Heights over',
              this.above,
              Object.entries(levels).map(([value, label]) => ({ value, label }))
            )
          ]
        : [])
    ];
    if (this.isDoor)
      parts.push(
        ', hung on the',
        choiceBlank('hinge', 'Hung on', this.hanging.hinge, jambChoices),
        ', opening',
        choiceBlank(
          'opens',
          'Opening to',
          this.hanging.opens,
          waysOf(this.wall === undefined ? undefined : editor.project.tables.wall.get(this.wall))
        )
      );
    return [...parts, ...this.nibParts(), '.'];
  }

  private whereParts(): SentencePart[] {
    const { units, editor } = this;
    const choices = fromChoices(editor.project, this.froms);
    const from = choiceBlank('from', 'Measured from', keyOfFrom(this.from), choices);
    if (this.by !== 'parts')
      return [lengthBlank('distance', 'Distance', this.distance, units, this.fixed), 'from', from];
    const till = this.till ? keyOfFrom(this.till) : '';
    const [nth, of] = [this.part.nth, this.part.of].map(String) as [string, string];
    return [
      { name: 'nth', label: 'Which of the places', kind: 'text', value: nth },
      'of',
      { name: 'of', label: 'Into how many parts', kind: 'text', value: of },
      'parts between',
      from,
      'and',
      choiceBlank('till', 'And', till, [{ value: '', label: 'the other end of the clear wall' }, ...choices])
    ];
  }

  /** What is left of the clear wall on either side; empty until there is a wall, so that the sentence is as long before. */
  private nibParts(): SentencePart[] {
    const { place, frame, clear, units } = this;
    const nib = (name: 'low' | 'high', label: string, size: number | undefined) =>
      size === undefined ? textBlank(name, label, '') : lengthBlank(name, label, size, units);
    return [
      ', leaving',
      nib('low', 'Nib before it', place && place.t0 - clear[0]),
      frame ? `${compassOf(scale(frame.direction, -1))} and` : 'before and',
      nib('high', 'Nib behind it', place && clear[1] - place.t1),
      frame ? compassOf(frame.direction) : 'behind it'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    const { hanging } = this;
    switch (blank) {
      case 'wall':
        this.wall = text || undefined;
        this.from = this.froms.find((from) => keyOfFrom(from) === keyOfFrom(this.from)) ?? atStart;
        this.till = undefined;
        hanging.pointed = false;
        break;
      case 'entry':
        if (this.filling !== 'none') this.editor.chooseEntry(this.filling, text || null);
        // What it had otherwise was otherwise than the entry before.
        if (this.besides) this.besides = { ...this.besides, overrides: null };
        break;
      case 'to':
        this.by = text as SetOutBy;
        break;
      case 'from':
        this.from = this.froms.find((from) => keyOfFrom(from) === text) ?? atStart;
        this.isFromChosen = true;
        break;
      case 'till':
        this.till = this.froms.find((from) => keyOfFrom(from) === text);
        break;
      case 'nth':
      case 'of': {
        const fault = this.countParts(blank, text);
        if (fault) return fault;
        break;
      }
      case 'above':
        this.above = text as keyof typeof levels;
        break;
      case 'hinge':
        hanging.choose({ hinge: text as 'near' | 'far' });
        break;
      case 'opens':
        hanging.choose({ opens: text as 'inside' | 'outside' });
        break;
      default: {
        const fault = this.fillLength(blank, text);
        if (fault) return fault;
      }
    }
    this.preview();
    return undefined;
  }

  private countParts(blank: 'nth' | 'of', text: string): string | undefined {
    const count = Number(text);
    // Fewer parts have fewer places.
    const nth = blank === 'nth' ? count : Math.min(this.part.nth, Math.max(1, count - 1));
    const part = { nth, of: blank === 'of' ? count : this.part.of };
    if (!Number.isInteger(count) || part.of < 2 || part.of > 50)
      return 'Parts are two to fifty, a whole number.';
    if (part.nth < 1 || part.nth >= part.of)
      return `Between ${part.of} parts there are the places 1 to ${part.of - 1}.`;
    this.part = part;
    this.fixed = true;
    return undefined;
  }

  private fillLength(blank: string, text: string): string | undefined {
    const read = readBlank(blank === 'sill' || blank === 'head' ? 'height' : 'length', text, this.units);
    if (!read.ok) return read.message;
    if ((blank === 'width' || blank === 'height') && read.value <= 0)
      return `A ${blank} must be more than zero.`;
    if (blank === 'head' && read.value <= this.sizes.get('sill'))
      return `The head must lie above the sill, ${formatHeight(this.sizes.get('sill'), this.units, levels[this.above])}.`;
    const isNib = blank === 'low' || blank === 'high';
    if (isNib && !this.wall) return 'A nib is what is left of a wall: point at one first.';
    if (blank === 'distance') {
      this.distance = read.value;
      this.fixed = true;
    } else if (isNib) this.setNib(blank, read.value);
    else this.typeSize(blank as Size, read.value);
    return undefined;
  }

  private typeSize(name: Size, value: number) {
    this.sizes.type(name, value);
    if (name === 'head') this.sizes.letGo('height');
    if (name === 'height') this.sizes.letGo('head');
  }

  /** A nib that is typed is what it is set out by: from the face there to the jamb on that side. */
  private setNib(which: 'low' | 'high', value: number) {
    const end = which === 'low' ? 'a' : 'b';
    const edge = this.clear[which === 'low' ? 0 : 1];
    const list = this.faces.filter((from) => from.end === end);
    const off = ({ t }: From) => Math.abs(t - edge);
    this.from = list.reduce((best, one) => (off(one) < off(best) ? one : best), list[0]!);
    this.by = 'near';
    this.distance = value + (end === 'a' ? edge - this.from.t : this.from.t - edge);
    this.fixed = this.isFromChosen = true;
  }

  /** To be put like another: filled by the same, as large, as high. */
  takeAfter({ filling, entry, overrides, mirrored, escape, through, width, height, sill, handing }: Opening) {
    if (filling !== 'none') this.editor.chooseEntry(filling, entry);
    for (const [name, value] of [
      ['width', width],
      ['height', height],
      ['sill', sill]
    ] as const)
      this.typeSize(name, value);
    this.hanging.choose({ opens: handing.opens });
    this.besides = { overrides, escape, through };
    this.mirrored = mirrored;
  }

  press(point: Point) {
    if (this.isDoor && this.wall) this.hanging.press(point);
  }

  lift() {
    this.hanging.lift();
  }

  move(point: Point, mmPerPixel: number) {
    const { place, frame: own } = this;
    if (place && own && this.hanging.pull(point, 4 * mmPerPixel, own, place)) {
      this.preview();
      return;
    }
    const hit = wallAt(this.model, point, 14 * mmPerPixel);
    if (!hit && this.wall) return;
    const isOther = hit !== this.wall;
    this.wall = hit;
    const { frame } = this;
    if (frame) {
      const { t, y } = locate(point, frame.origin, frame.direction);
      if (isOther) [this.from, this.isFromChosen, this.till] = [this.nearest(t), false, undefined];
      // A door opens to the side of the wall that is pointed at.
      const off = y - (frame.y0 + frame.y1) / 2;
      if (Math.abs(off) > 2 * mmPerPixel)
        this.hanging.point(off > 0 === (frame.wall.outside === 'left') ? 'outside' : 'inside');
      if (!this.fixed && this.by !== 'parts') this.follow(frame, t, mmPerPixel);
    }
    this.preview();
  }

  /** The corner face that lies nearest; the end of a line, which a drawing rarely shows, where there is none. */
  private nearest(t: number): From {
    const { faces: all } = this;
    const faces = all.filter(({ origin }) => origin.kind === 'face');
    // Only what the distance runs away from: a face at the far end looks back.
    const ahead = faces.filter(({ end, t: at }) => (end === 'a' ? t >= at : t <= at));
    const list = ahead.length > 0 ? ahead : faces.length > 0 ? faces : all;
    return list.reduce((best, one) => (Math.abs(one.t - t) < Math.abs(best.t - t) ? one : best), list[0]!);
  }

  /**
   * To the middle, thirds and quarters of the clear wall and into line with other openings when near them; else so far from
   * the face it is set out from, in steps. That face stays as the pointer moves on, until another is far nearer.
   */
  private follow(frame: WallFrame, t: number, mmPerPixel: number) {
    const { step } = this.editor.usual;
    const width = this.sizes.get('width');
    const [c0, c1] = this.clear;
    const nearest = this.nearest(t);
    const isFarNearer = Math.abs(nearest.t - t) < Math.abs(this.from.t - t) / 2;
    if (!this.isFromChosen && (isFarNearer || this.from.line)) this.from = nearest;
    const { end, t: from } = this.from;
    if (this.entry && widthRound(this.entry) > 0) {
      // What goes round a corner begins there.
      [this.distance, this.by] = [0, 'near'];
      this.snapped = `round the corner from ${describeFrom(this.editor.project, this.from)}`;
      return;
    }
    const found = this.catches(frame, t, mmPerPixel, c1 - c0 > 2 * width);
    // What would lie across the face it is set out from is nothing to snap to.
    const isAhead = found && (end === 'a' ? found.at - width / 2 >= from : found.at + width / 2 <= from);
    const caught = isAhead ? found : undefined;
    const start = Math.max(c0, Math.min(c1 - width, (caught?.at ?? t) - width / 2));
    const [least, most] = end === 'a' ? [c0 - from, c1 - width - from] : [from - c1, from - width - c0];
    const near = end === 'a' ? start - from : from - start - width;
    const stepped = Math.max(0, least, Math.min(most, Math.round(near / step) * step));
    this.distance = this.lead + (caught ? near : stepped);
    this.snapped =
      caught?.name ??
      `${formatLengthWithUnit(this.distance, this.units)} from ${describeFrom(this.editor.project, this.from)}`;
  }

  /** Where its middle snaps to near a place of the wall. */
  private catches(frame: WallFrame, t: number, mmPerPixel: number, hasRoom: boolean) {
    const [c0, c1] = this.clear;
    const share = shares.find(
      ({ of, reach }) => hasRoom && Math.abs(t - (c0 + (c1 - c0) * of)) < reach * mmPerPixel
    );
    if (share) return { at: c0 + (c1 - c0) * share.of, name: share.name };
    const line = linesOf(this.editor, frame)
      .filter((one) => one.line!.key.startsWith('middle') && Math.abs(one.t - t) < lineReach * mmPerPixel)
      .sort((p, q) => Math.abs(p.t - t) - Math.abs(q.t - t))[0];
    return line && { at: line.t, name: `in line with ${line.line!.name}` };
  }

  /** From the near jamb to the point that is set out. */
  private get lead(): number {
    const width = this.sizes.get('width');
    return this.by === 'near' ? 0 : this.by === 'far' ? width : width / 2;
  }

  /** How it is set out in a wall, as it is kept. */
  private setOut(wall: string, { end, origin, t, line }: From) {
    if (this.by === 'parts') {
      const [c0, c1] = this.clearOf(wall);
      const till = wall === this.wall ? this.till : undefined;
      const last = till?.t ?? (end === 'a' ? c1 : c0);
      const far = ((last - t) * this.part.nth) / this.part.of;
      const along = line
        ? { end: 'a' as const, distance: t + far }
        : { end, distance: end === 'a' ? far : -far };
      return { ...along, origin: line ? atStart.origin : origin, to: 'centre' as const };
    }
    // In line with another opening it is kept as a distance of its own.
    return { end, origin, to: this.by, distance: this.distance + (line ? t : 0) };
  }

  private argsFor(wall: string, from: From) {
    const { sizes, hanging } = this;
    const setOut = this.setOut(wall, from);
    const floor = this.floorOf(wall, setOut);
    const over = floor ? slabHeight(this.editor.project, floor) : 0;
    return {
      ...{ wall, filling: this.filling, entry: this.entry?.id ?? null, ...setOut },
      ...{ width: sizes.get('width'), height: sizes.get('height') },
      ...{ sill: sizes.get('sill') + over, floor: floor?.id ?? null },
      ...this.besides,
      ...(this.mirrored && { mirrored: true }),
      ...(this.isDoor && { handing: { hinge: hanging.hinge, opens: hanging.opens } })
    };
  }

  /** The slab that its heights are measured over in a wall; undefined: the datum. */
  private floorOf(
    wall: string,
    setOut: Pick<Opening, 'end' | 'origin' | 'to' | 'distance'>
  ): Slab | undefined {
    const { editor, model, sizes } = this;
    const frame = model?.frames.get(wall);
    if (this.above === 'datum' || !frame) return undefined;
    const named = setOut.origin.kind === 'face' ? model?.frames.get(setOut.origin.wall) : undefined;
    const stretch = stretchOf(frame, { ...setOut, width: sizes.get('width') }, named);
    return floorSlabAt(editor.model.at(editor.project), editor.storey, frame, stretch, 0);
  }

  /** Where it lies in the wall in hand. */
  private get place() {
    const { wall, frame, from } = this;
    if (!wall || !frame) return undefined;
    const opening: Opening = {
      ...{
        id: '',
        kind: 'opening',
        name: '',
        mark: '',
        overrides: null,
        mirrored: false,
        escape: false,
        through: false,
        ajar: null
      },
      ...{ certainty: 'measured', handing: { hinge: this.hanging.hinge, opens: this.hanging.opens } },
      ...this.argsFor(wall, from)
    };
    const { origin } = opening;
    return placeOpening(
      frame,
      opening,
      origin.kind === 'face' ? this.model?.frames.get(origin.wall) : undefined
    );
  }

  private call() {
    const { wall, others } = this;
    const all = [...others, ...(wall ? [{ wall, from: this.from }] : [])];
    const openings = all.map((one) => this.argsFor(one.wall, one.from));
    return openings.length === 1
      ? { name: 'addOpening', args: openings[0]! }
      : { name: 'addOpenings', args: { openings } };
  }

  private preview() {
    const { place, frame, hanging } = this;
    if (this.isDoor && place && frame) hanging.propose(frame, place, this.entry ?? plainDoor, this.clear);
    this.attempt(this.wall || this.others.length > 0 ? this.call() : undefined);
  }

  click(point: Point, mmPerPixel: number) {
    if (!this.hanging.lift()) this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    if (!this.wall && this.others.length === 0) {
      this.editor.say({
        kind: 'problem',
        text: 'No wall is chosen yet.',
        hint: 'Point at a wall, or choose one in the sentence.'
      });
      return;
    }
    const made = this.perform(this.call());
    if (!made) return;
    this.fixed = this.isFromChosen = false;
    this.hanging.letGo();
    this.wall = undefined;
    this.others = [];
    this.last = made;
    this.editor.toolChanged();
  }

  back(): boolean {
    if (this.others.length > 0) {
      this.others = this.others.slice(0, -1);
      this.preview();
      return true;
    }
    if (!this.fixed && !this.wall) return false;
    this.fixed = false;
    this.wall = undefined;
    this.attempt(undefined);
    return true;
  }

  key(key: string): boolean {
    if (key === 'a') return this.addWall();
    if (key === 'h' && this.filling === 'window') {
      this.mirrored = !this.mirrored;
      this.hangLast({ mirrored: this.mirrored });
      return true;
    }
    if (!this.isDoor || (key !== 'h' && key !== 'x')) return false;
    const { hanging } = this;
    const now = { hinge: hanging.hinge, opens: hanging.opens };
    const flipped =
      key === 'h'
        ? { hinge: now.hinge === 'near' ? ('far' as const) : ('near' as const) }
        : { opens: now.opens === 'inside' ? ('outside' as const) : ('inside' as const) };
    hanging.choose(flipped);
    this.hangLast({ handing: flipped });
    return true;
  }

  /** Those that were put last are changed where nothing is in hand since, else what is in hand. */
  private hangLast(changes: object) {
    const { last, editor, wall } = this;
    const isLater = !wall && last.length > 0 && last.every((id) => editor.project.tables.opening.has(id));
    if (isLater) this.perform({ name: 'setOpenings', args: { ids: last, ...changes } });
    else this.preview();
  }

  /** The wall in hand is kept, and another one is pointed at. */
  private addWall(): boolean {
    const { wall } = this;
    if (!wall || this.others.some((one) => one.wall === wall)) return false;
    this.others = [...this.others, { wall, from: this.from }];
    // The distance is for all of them.
    this.fixed = true;
    this.wall = undefined;
    this.preview();
    this.editor.toolChanged();
    return true;
  }

  overlay(): Overlay {
    const { frame, place, hanging } = this;
    if (!frame || !place || !this.editor.isTrial) return {};
    const y = frame.wall.outside === 'right' ? frame.y1 : frame.y0;
    const at = (t: number) => fromFrame(frame, t, y);
    const [c0, c1] = this.clear;
    const { end, t0, t1 } = { end: this.from.end, ...place };
    const to = end === 'a' ? this.from.t + this.distance : this.from.t - this.distance;
    // The nib that the sentence is not set out by, told where it is.
    const [n0, n1] = end === 'a' ? [t1, c1] : [c0, t0];
    const inwards = scale(frame.left, y === frame.y1 ? 1 : -1);
    return {
      lines: [
        ...(this.by === 'parts' ? [] : [[at(this.from.t), at(to)] as const]),
        [at(n0), at(n1)],
        ...hanging.leaf(frame, place)
      ],
      ...(distance(at(n0), at(n1)) > 1 && {
        label: { at: at((n0 + n1) / 2), text: formatLength(n1 - n0, this.units), beside: inwards }
      }),
      snap: {
        at: this.by === 'parts' ? at((t0 + t1) / 2) : at(to),
        name: this.by === 'parts' ? '' : this.snapped
      }
    };
  }
}
