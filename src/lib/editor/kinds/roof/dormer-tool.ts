/** Letting a dormer into a plane of a roof: by pointing where the middle of its front stands, and typing. */
import type { Tool } from '../../tool';
import type { Editor } from '../../editor';
import { choiceBlank, pitchBlank, readBlank, type SentencePart } from '../../sentence';
import { heightAt } from '../../../core/geometry/plane';
import { dot, subtract, type Point } from '../../../core/geometry/point';
import { placeOn } from '../../../core/kinds/roof/slope';
import type { Roof } from '../../../core/kinds/roof/record';
import { dormerForms } from '../../../core/commands/dormer-forms';
import { degree } from '../../../core/units/angle';
import { SlopeTool, type HeldSlope } from './slope-tool';

const formWords = { gable: 'gabled', hip: 'hipped', shed: 'shed' };
const formChoices = dormerForms.map((value) => ({ value, label: formWords[value] }));

export class DormerTool extends SlopeTool implements Tool {
  readonly name = 'dormer';
  protected readonly inwardBlank = 'into';
  protected readonly missing = {
    what: 'plane',
    hint: 'Point at the plane in the plan, where the front of the dormer is to stand.'
  };
  private form: (typeof dormerForms)[number] = 'gable';
  private pitch: number | undefined;

  constructor(editor: Editor) {
    super(editor);
    const { width, overhang, cheeks } = editor.usual.dormer;
    // As high as the plane lets it be, where nothing is typed.
    this.proposed = { width, overhang, cheeks };
  }

  protected takes({ cheeks }: Roof): boolean {
    return !cheeks;
  }

  protected inwardsAt({ slope }: HeldSlope, point: Point): number {
    return Math.max(0, dot(subtract(point, slope.from), slope.inward));
  }

  /** Drawn on: what is wrong there is said. */
  protected override beyond(point: Point): HeldSlope | undefined {
    const { held } = this;
    return held && { ...held, along: dot(subtract(point, held.slope.from), held.slope.way) };
  }

  /** From the wall to its front. */
  protected get depth(): number {
    return this.place.inwards ?? this.pointed?.inwards ?? this.editor.usual.dormer.setback;
  }

  /** What was typed, else of the one that is tried. */
  private get front(): number {
    const { held, editor } = this;
    const tried = [...editor.trialIds].flatMap((id) => editor.shown.tables.roof.get(id) ?? [])[0];
    if (this.lengths.height !== undefined || !held || !tried)
      return this.lengths.height ?? editor.usual.dormer.height;
    const foot = placeOn(held.slope, this.along, this.depth);
    return Math.round(tried.plateLevel - heightAt(held.slope.lower.top, foot));
  }

  private get usualPitch(): number {
    const host = this.held?.slope.lower.pitch ?? 30 * degree;
    return this.form === 'shed' ? host / 3 : host;
  }

  sentence(): SentencePart[] {
    if (this.roofs.length === 0)
      return ['This storey has no roof that a dormer could be let into: put one on first.'];
    return [
      'Let a',
      choiceBlank('form', 'Form', this.form, formChoices),
      'dormer into the plane you point at, its middle',
      this.alongBlank,
      'from the left,',
      this.inwards('Back from the wall', this.depth),
      'back from the wall,',
      this.length('width', 'Width'),
      'wide,',
      this.length('height', 'Height', this.front),
      'high over the plane, at',
      pitchBlank('pitch', 'Pitch', this.pitch ?? this.usualPitch, this.units, this.pitch !== undefined),
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
    } else return this.readPlace(blank, text);
    this.preview();
    return undefined;
  }

  protected call() {
    const { width, height, overhang, cheeks } = this.lengths;
    return {
      name: 'addDormer',
      args: {
        ...{ ...this.eave, form: this.form, distance: this.along, setback: this.depth },
        ...{ width, height, overhang, cheeks },
        pitch: (this.pitch ?? this.usualPitch) / degree
      }
    };
  }
}
