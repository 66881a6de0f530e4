/**
 * Entering a wall as it was measured, by typing alone: where it begins and which way, then piece after piece, each with
 * Enter; the plan grows beside, and what was measured over all of it is held against the sum.
 */
import { angleOf, length as lengthOf, subtract, type Point } from '../../../core/geometry/point';
import { closingOfRun } from '../../../core/kinds/survey-run/closing';
import {
  placeOn,
  plainPiece,
  readingsOf,
  stopsOf,
  type PieceKind,
  type SurveyRun
} from '../../../core/kinds/survey-run/record';
import { degree } from '../../../core/units/angle';
import { formatLengthWithUnit } from '../../../core/units/length';
import { angleBlank, choiceBlank, lengthBlank, readBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import { Placing } from '../../tools/placing';
import { pieceChoices } from './card';

const turn = 15 * degree;

type Size = 'length' | 'sill' | 'head' | 'depth' | 'trim';

export class SurveyTool extends BaseTool implements Tool {
  readonly name = 'surveyRun';
  private readonly placing = new Placing(this.editor);
  private id: string | undefined;
  private pointed: Point | undefined;
  private typedAngle: number | undefined;
  private kind: PieceKind = 'wall';
  private reads: 'each' | 'running' = 'each';
  private typed: Partial<Record<Size, number>> = {};

  private get run(): SurveyRun | undefined {
    return this.id === undefined ? undefined : this.editor.project.tables.surveyRun.get(this.id);
  }

  private get angle(): number {
    if (this.run) return this.run.angle;
    if (this.typedAngle !== undefined) return this.typedAngle;
    const { place } = this.placing;
    const by = place && this.pointed && subtract(this.pointed, place);
    return by && lengthOf(by) > 1 ? Math.round(angleOf(by) / turn) * turn : 0;
  }

  private size(name: Exclude<Size, 'length'>): number {
    return this.typed[name] ?? plainPiece[this.kind][name];
  }

  sentence(): SentencePart[] {
    const { run, units, typed } = this;
    const size = (name: Size, label: string, value: number) =>
      lengthBlank(name, label, value, units, typed[name] !== undefined);
    const piece = [
      choiceBlank('kind', 'Piece', this.kind, pieceChoices),
      size('length', this.reads === 'running' ? 'Read to its end' : 'Length', typed.length ?? 0),
      ...(this.kind === 'opening'
        ? [
            ', sill',
            size('sill', 'Sill', this.size('sill')),
            'and head',
            size('head', 'Head', this.size('head')),
            ', set back',
            size('depth', 'Set back', this.size('depth')),
            ', trim',
            size('trim', 'Trim', this.size('trim'))
          ]
        : []),
      ...(this.kind === 'pier' || this.kind === 'recess'
        ? [', deep', size('depth', 'Depth', this.size('depth'))]
        : [])
    ];
    const reads = choiceBlank('reads', 'Lengths', this.reads, [
      { value: 'each', label: 'each by itself' },
      { value: 'running', label: 'read from one end' }
    ]);
    if (run)
      return [
        `Piece ${run.pieces.length + 1}:`,
        ...piece,
        '. Overall',
        lengthBlank('overall', 'Overall', run.overall ?? 0, units, run.overall !== null),
        ', the wall',
        lengthBlank('thickness', 'Thickness', run.thickness ?? 0, units, run.thickness !== null),
        'thick.'
      ];
    return [
      'Survey a wall that begins',
      ...this.placing.sentence(),
      ', towards',
      angleBlank('angle', 'Way', this.angle, this.typedAngle !== undefined),
      ', lengths',
      reads,
      '. Piece 1:',
      ...piece,
      '.'
    ];
  }

  get note(): string {
    const { run, units } = this;
    if (!run)
      return this.placing.place ? 'type the first length, then Enter' : 'point where it begins, or type it';
    const sum = `${run.pieces.length} pieces, ${formatLengthWithUnit(stopsOf(run).at(-1)!, units)} in all`;
    const error = closingOfRun(this.editor.project, run)?.error;
    if (error === undefined) return sum;
    const size = formatLengthWithUnit(Math.abs(error), units);
    return Math.abs(error) < 0.5
      ? `${sum}: it closes`
      : `${sum}: ${size} ${error > 0 ? 'too little' : 'too much'}`;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'kind') {
      this.kind = text as PieceKind;
      this.typed = { ...(this.typed.length !== undefined && { length: this.typed.length }) };
    } else if (blank === 'reads') this.reads = text as 'each' | 'running';
    else if (Placing.has(blank)) return this.placing.fill(blank, text);
    else {
      const read = readBlank(blank === 'angle' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (blank === 'angle') this.typedAngle = read.value;
      else if (blank === 'overall' || blank === 'thickness')
        return this.put({ [blank]: read.value > 0 ? read.value : null });
      else this.typed = { ...this.typed, [blank]: read.value };
    }
    this.editor.toolChanged();
    return undefined;
  }

  private put(changes: object): string | undefined {
    const { run } = this;
    if (run) this.perform({ name: 'setSurveyRun', args: { id: run.id, ...changes } });
    this.editor.toolChanged();
    return undefined;
  }

  move(point: Point, mmPerPixel: number) {
    if (this.run) return;
    this.pointed = this.hand.move(point, mmPerPixel);
    this.editor.toolChanged();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.run || this.placing.isSet) return;
    this.placing.at = this.pointed;
    this.editor.toolChanged();
  }

  accept() {
    const { run, typed, kind } = this;
    const begin = run?.at ?? this.placing.place;
    if (!begin)
      return this.editor.say({
        kind: 'problem',
        text: 'It is not said where the wall begins.',
        hint: 'Point at it, or type how far it is from a corner.'
      });
    if (typed.length === undefined)
      return this.editor.say({
        kind: 'problem',
        text: 'The length of the piece is not typed yet.',
        hint: 'Type it, or press Esc when the wall is all entered.'
      });
    const sizes =
      kind === 'opening'
        ? {
            sill: this.size('sill'),
            head: this.size('head'),
            depth: this.size('depth'),
            trim: this.size('trim')
          }
        : {};
    const deep = kind === 'pier' || kind === 'recess' ? { depth: this.size('depth') } : {};
    const known = this.editor.readings.knownOf(typed.length);
    const piece = { kind, length: typed.length, ...sizes, ...deep, ...known };
    const isRunning = run?.running ?? this.reads === 'running';
    const before = run ? readingsOf(run, isRunning) : [];
    const made = this.perform(
      run
        ? { name: 'setSurveyRun', args: { id: run.id, pieces: [...before, piece] } }
        : {
            name: 'addSurveyRun',
            args: {
              ...{ storey: this.editor.storey, at: begin, angle: this.angle / degree },
              ...{ pieces: [piece], running: isRunning }
            }
          }
    );
    if (!made) return;
    if (this.id === undefined) {
      this.id = made[0];
      // Its card is in Details while it is entered.
      this.editor.select(made);
    }
    this.typed = {};
    // After a stretch of wall comes what is in it, and after that wall again.
    this.kind = kind === 'wall' ? 'opening' : 'wall';
    this.editor.toolChanged();
  }

  back(): boolean {
    if (Object.keys(this.typed).length > 0) {
      this.typed = {};
      return true;
    }
    const { run } = this;
    if (run) {
      // All entered: the run is in hand, with what may have gone wrong.
      this.editor.take(undefined);
      this.editor.select([run.id]);
      return true;
    }
    if (!(this.placing.at || this.placing.isTyped)) return false;
    this.placing.at = undefined;
    this.placing.clear();
    this.typedAngle = undefined;
    return true;
  }

  overlay(): Overlay {
    const { run } = this;
    const begin = run ? placeOn(run, stopsOf(run).at(-1)!) : this.placing.place;
    if (!begin) return this.hand.overlay;
    const next = placeOn({ at: begin, angle: this.angle }, this.typed.length ?? 600);
    return { points: [begin], lines: [[begin, next]] };
  }
}
