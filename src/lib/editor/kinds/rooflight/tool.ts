/** Letting a rooflight into a slope of a roof: by pointing where its middle lies, and typing. */
import { FormTool } from '../../tools/form';
import type { Overlay, Tool } from '../../tool';
import type { Editor } from '../../editor';
import { choiceBlank, lengthBlank, readBlank, type SentencePart } from '../../sentence';
import type { Point } from '../../../core/geometry/point';
import type { LightOpens } from '../../../core/kinds/rooflight/record';
import { placeOn, upSlope } from '../../../core/kinds/roof/slope';
import type { Roof } from '../../../core/kinds/roof/record';
import { eaveUnder, slopeUnder } from '../roof/edges';
import { opensWords } from './words';

export class RooflightTool extends FormTool implements Tool {
  readonly name = 'rooflight';
  readonly surfaces = true;
  private opens: LightOpens = 'pivot';
  private held: NonNullable<ReturnType<typeof slopeUnder>> | undefined;
  /** Where its middle is pointed at, along and up the slope, by the project's step. */
  private pointed: { readonly along: number; readonly up: number } | undefined;
  private place: { readonly along?: number; readonly up?: number } = {};

  constructor(editor: Editor) {
    super(editor);
    this.proposed = { ...editor.usual.rooflight };
  }

  private get roofs(): Roof[] {
    const { project, storey } = this.editor;
    return [...project.tables.roof.values()].filter((roof) => roof.storey === storey);
  }

  private get along(): number {
    return this.place.along ?? this.pointed?.along ?? 0;
  }

  /** To its lower edge; the pointer holds its middle. */
  private get up(): number {
    return this.place.up ?? Math.max(0, (this.pointed?.up ?? 0) - this.stepped(this.lengths.height! / 2));
  }

  private stepped(size: number): number {
    const { nudge } = this.editor.settings;
    return Math.round(size / nudge) * nudge;
  }

  sentence(): SentencePart[] {
    const { units } = this;
    if (this.roofs.length === 0)
      return ['This storey has no roof that a rooflight could be let into: put one on first.'];
    return [
      'Let a rooflight',
      this.length('width', 'Width'),
      'wide and',
      this.length('height', 'Height along the slope'),
      'high into the slope you point at,',
      choiceBlank('opens', 'How it opens', this.opens, opensWords),
      ', its middle',
      lengthBlank('along', 'Along the eave', this.along, units, this.place.along !== undefined),
      'from the left, its lower edge',
      lengthBlank('up', 'Up the slope from the wall', this.up, units, this.place.up !== undefined),
      'up the slope from the wall, its frame',
      this.length('upstand', 'Frame over the covering'),
      'over the covering.'
    ];
  }

  get note() {
    return this.held ? undefined : 'point at the slope, where its middle is to lie';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'opens') this.opens = text as LightOpens;
    else if (blank === 'along' || blank === 'up') {
      const read = readBlank('length', text, this.units);
      if (!read.ok) return read.message;
      this.place = { ...this.place, [blank]: read.value };
    } else return this.read(blank, text);
    this.preview();
    return undefined;
  }

  protected call() {
    const { held, along, up, opens } = this;
    const { width, height, upstand } = this.lengths;
    return {
      name: 'addRooflight',
      args: { ...(held && eaveUnder(held)), along, up, width, height, upstand, opens }
    };
  }

  protected override preview() {
    this.attempt(this.held ? this.call() : undefined);
  }

  move(point: Point) {
    const found = slopeUnder(this.editor, this.roofs, point);
    if (!found) return;
    this.held = found;
    this.pointed = { along: this.stepped(found.along), up: this.stepped(found.up) };
    this.preview();
  }

  click(point: Point) {
    this.move(point);
    if (this.held) this.accept();
  }

  override accept() {
    if (this.held) return super.accept();
    this.editor.say({
      kind: 'problem',
      text: 'No slope of a roof is pointed at yet.',
      hint: 'Point at the slope in the plan, where the middle of the rooflight is to lie.'
    });
  }

  override back(): boolean {
    if (this.place.along === undefined && this.place.up === undefined) return false;
    this.place = {};
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { held } = this;
    if (!held) return {};
    const foot = placeOn(held.slope, this.along, 0);
    return {
      lines: [[foot, placeOn(held.slope, this.along, upSlope(held.slope, this.up).s)]],
      points: [foot]
    };
  }
}
