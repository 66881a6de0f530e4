/** Letting a dormer into a plane of a roof: by pointing where the middle of its front stands, and typing. */
import { FormTool } from '../../tools/form';
import type { Overlay, Tool } from '../../tool';
import type { Editor } from '../../editor';
import { choiceBlank, lengthBlank, pitchBlank, readBlank, type SentencePart } from '../../sentence';
import { heightAt } from '../../../core/geometry/plane';
import { dot, subtract, type Point } from '../../../core/geometry/point';
import { eaveUnder, slopeUnder } from './edges';
import { placeOn } from '../../../core/kinds/roof/slope';
import type { Roof } from '../../../core/kinds/roof/record';
import { dormerForms } from '../../../core/commands/dormer-forms';
import { degree } from '../../../core/units/angle';

const formWords = { gable: 'gabled', hip: 'hipped', shed: 'shed' };
const formChoices = dormerForms.map((value) => ({ value, label: formWords[value] }));

type HeldSlope = NonNullable<ReturnType<typeof slopeUnder>>;

export class DormerTool extends FormTool implements Tool {
  readonly name = 'dormer';
  readonly surfaces = true;
  private form: (typeof dormerForms)[number] = 'gable';
  private pitch: number | undefined;
  private held: HeldSlope | undefined;
  /** Where the front is pointed at, along and into the plane, by the project's step. */
  private pointed: { readonly along: number; readonly into: number } | undefined;
  private place: { readonly along?: number; readonly into?: number } = {};

  constructor(editor: Editor) {
    super(editor);
    const { width, overhang, cheeks } = editor.usual.dormer;
    // As high as the plane lets it be, where nothing is typed.
    this.proposed = { width, overhang, cheeks };
  }

  private get roofs(): Roof[] {
    const { project, storey } = this.editor;
    return [...project.tables.roof.values()].filter((roof) => roof.storey === storey && !roof.cheeks);
  }

  private get distance(): number {
    return this.place.along ?? this.pointed?.along ?? 0;
  }

  private get setback(): number {
    return this.place.into ?? this.pointed?.into ?? this.editor.usual.dormer.setback;
  }

  /** What was typed, else of the one that is tried. */
  private get front(): number {
    const { held, editor } = this;
    const tried = [...editor.trialIds].flatMap((id) => editor.shown.tables.roof.get(id) ?? [])[0];
    if (this.lengths.height !== undefined || !held || !tried)
      return this.lengths.height ?? editor.usual.dormer.height;
    const foot = placeOn(held.slope, this.distance, this.setback);
    return Math.round(tried.plateLevel - heightAt(held.slope.lower.top, foot));
  }

  private get usualPitch(): number {
    const host = this.held?.slope.lower.pitch ?? 30 * degree;
    return this.form === 'shed' ? host / 3 : host;
  }

  sentence(): SentencePart[] {
    const { units } = this;
    if (this.roofs.length === 0)
      return ['This storey has no roof that a dormer could be let into: put one on first.'];
    return [
      'Let a',
      choiceBlank('form', 'Form', this.form, formChoices),
      'dormer into the plane you point at, its middle',
      lengthBlank('along', 'Along the eave', this.distance, units, this.place.along !== undefined),
      'from the left,',
      lengthBlank('into', 'Back from the wall', this.setback, units, this.place.into !== undefined),
      'back from the wall,',
      this.length('width', 'Width'),
      'wide,',
      this.length('height', 'Height', this.front),
      'high over the plane, at',
      pitchBlank('pitch', 'Pitch', this.pitch ?? this.usualPitch, units, this.pitch !== undefined),
      ', overhanging',
      this.length('overhang', 'Overhang'),
      ', its cheeks',
      this.length('cheeks', 'Thickness of the cheeks'),
      'thick.'
    ];
  }

  get note() {
    return this.held ? undefined : 'point at the plane, where its front is to stand';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'form') this.form = text as (typeof dormerForms)[number];
    else if (blank === 'pitch') {
      const read = readBlank('pitch', text, this.units);
      if (!read.ok) return read.message;
      this.pitch = read.value;
    } else if (blank === 'along' || blank === 'into') {
      const read = readBlank('length', text, this.units);
      if (!read.ok) return read.message;
      this.place = { ...this.place, [blank]: read.value };
    } else return this.read(blank, text);
    this.preview();
    return undefined;
  }

  protected call() {
    const { held, form, distance, setback } = this;
    const { width, height, overhang, cheeks } = this.lengths;
    return {
      name: 'addDormer',
      args: {
        ...(held && eaveUnder(held)),
        ...{ form, distance, setback, width, height, overhang, cheeks },
        pitch: (this.pitch ?? this.usualPitch) / degree
      }
    };
  }

  protected override preview() {
    this.attempt(this.held ? this.call() : undefined);
  }

  move(point: Point) {
    this.held = slopeUnder(this.editor, this.roofs, point) ?? this.held;
    if (!this.held) return;
    const { from, way, inward } = this.held.slope;
    const { nudge } = this.editor.settings;
    const away = subtract(point, from);
    const stepped = (size: number) => Math.round(size / nudge) * nudge;
    this.pointed = {
      along: stepped(dot(away, way)),
      into: Math.max(0, stepped(dot(away, inward)))
    };
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
      text: 'No plane of a roof is pointed at yet.',
      hint: 'Point at the plane in the plan, where the front of the dormer is to stand.'
    });
  }

  override back(): boolean {
    if (this.place.along === undefined && this.place.into === undefined) return false;
    this.place = {};
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { held } = this;
    if (!held) return {};
    const foot = placeOn(held.slope, this.distance, 0);
    return { lines: [[foot, placeOn(held.slope, this.distance, this.setback)]], points: [foot] };
  }
}
