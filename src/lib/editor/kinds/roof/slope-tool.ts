/** Tools that let something into a slope of a roof: pointed at in plan or model, set out along the eave and in from it. */
import { FormTool } from '../../tools/form';
import type { Overlay } from '../../tool';
import { lengthBlank, readBlank, type SentencePart } from '../../sentence';
import type { Point } from '../../../core/geometry/point';
import { placeOn } from '../../../core/kinds/roof/slope';
import type { Roof } from '../../../core/kinds/roof/record';
import { eaveUnder, slopeUnder } from './edges';

export type HeldSlope = NonNullable<ReturnType<typeof slopeUnder>>;

export abstract class SlopeTool extends FormTool {
  readonly surfaces = 'things';
  protected held: HeldSlope | undefined;
  /** Where it is pointed at, along the eave and in from it as the tool measures that, by the project's step. */
  protected pointed: { readonly along: number; readonly inwards: number } | undefined;
  protected place: { readonly along?: number; readonly inwards?: number } = {};

  /** What the blank is called that says how far in it lies. */
  protected abstract readonly inwardBlank: string;
  /** `what` is not pointed at yet, and where to point then. */
  protected abstract readonly missing: { readonly what: string; readonly hint: string };
  protected abstract takes(roof: Roof): boolean;
  /** How far in a place lies, as the tool measures it. */
  protected abstract inwardsAt(place: HeldSlope, point: Point): number;
  /** Where on the slope in hand a place beside all slopes is taken to lie; undefined: it stays where it is. */
  protected beyond(_point: Point): HeldSlope | undefined {
    return undefined;
  }

  /** How far in, in plan, that is where it is to be. */
  protected abstract get depth(): number;

  protected get roofs(): Roof[] {
    const { project, storey } = this.editor;
    return [...project.tables.roof.values()].filter((roof) => roof.storey === storey && this.takes(roof));
  }

  protected get along(): number {
    return this.place.along ?? this.pointed?.along ?? 0;
  }

  protected stepped(size: number): number {
    const { nudge } = this.editor.settings;
    return Math.round(size / nudge) * nudge;
  }

  protected get alongBlank(): SentencePart {
    return lengthBlank('along', 'Along the eave', this.along, this.units, this.place.along !== undefined);
  }

  protected inwards(label: string, value: number): SentencePart {
    return lengthBlank(this.inwardBlank, label, value, this.units, this.place.inwards !== undefined);
  }

  /** Fills what says where it lies, or a length of its own. */
  protected readPlace(blank: string, text: string): string | undefined {
    if (blank !== 'along' && blank !== this.inwardBlank) return this.read(blank, text);
    const read = readBlank('length', text, this.units);
    if (!read.ok) return read.message;
    this.place = { ...this.place, [blank === 'along' ? 'along' : 'inwards']: read.value };
    this.preview();
    return undefined;
  }

  protected get eave(): object {
    return this.held ? eaveUnder(this.held) : {};
  }

  protected override preview() {
    this.attempt(this.held ? this.call() : undefined);
  }

  move(point: Point) {
    const found = slopeUnder(this.editor, this.roofs, point) ?? this.beyond(point);
    if (!found) return;
    this.held = found;
    this.pointed = {
      along: this.stepped(found.along),
      inwards: this.stepped(this.inwardsAt(found, point))
    };
    this.preview();
  }

  click(point: Point) {
    this.move(point);
    if (this.held) this.accept();
  }

  override accept() {
    if (this.held) return super.accept();
    const { what, hint } = this.missing;
    this.editor.say({ kind: 'problem', text: `No ${what} of a roof is pointed at yet.`, hint });
  }

  override back(): boolean {
    if (this.place.along === undefined && this.place.inwards === undefined) return false;
    this.place = {};
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { held } = this;
    if (!held) return {};
    const foot = placeOn(held.slope, this.along, 0);
    return { lines: [[foot, placeOn(held.slope, this.along, this.depth)]], points: [foot] };
  }
}
