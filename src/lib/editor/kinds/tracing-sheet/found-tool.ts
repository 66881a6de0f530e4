/**
 * Walls found in a tracing sheet of lines: shown over it with how sure each is, and built all, the sure ones, those pointed
 * at, or stretches of them.
 */
import { buildUpFor, buildUpsFor } from '../../../core/commands/build-found';
import { distance, lerp, nearestOnSegment, type Point } from '../../../core/geometry/point';
import type { Doubt, FoundWall } from '../../../core/kernels/walls-found/find';
import { isSameWall, pairAt } from '../../../core/kernels/walls-found/between';
import { runsOf, type Piece, type Runs } from '../../../core/kernels/walls-found/runs';
import { seekWalls, type Sought } from '../../../core/kernels/walls-found/seek';
import {
  joinedStretches,
  proposeWalls,
  stretchesOf,
  type ProposedWall
} from '../../../core/kernels/walls-found/propose';
import type { TracingSheet } from '../../../core/kinds/tracing-sheet/record';
import { explainFault, formatLength, formatLengthWithUnit, parseLength } from '../../../core/units/length';
import { choiceBlank, textBlank, type Choice, type SentencePart } from '../../sentence';
import type { Overlay, Tool, ToolList } from '../../tool';
import { BaseTool } from '../../tools/base';
import { knownThicknesses, linesOf, mostSought } from './sheet-lines';
import { layersSeen, sheetsShown } from './snaps';

const doubtWords: Readonly<Record<Doubt, string>> = {
  ends: 'an end is held by nothing',
  alone: 'stands alone',
  leaf: 'a leaf of a thicker wall',
  back: 'back to back with another',
  short: 'too short to be sure',
  crossed: 'many lines cross it',
  coarse: 'drawn too coarsely'
};

const takes: readonly Choice[] = [
  { value: 'sure', label: 'the sure ones' },
  { value: 'all', label: 'all of them, the doubtful too' },
  { value: 'picked', label: 'those you point at' },
  { value: 'stretch', label: 'the stretches you point at' },
  { value: 'between', label: 'the one between the lines you point at' }
];
const layerChoices: readonly Choice[] = [
  { value: 'walls', label: 'the layers that build walls' },
  { value: 'shown', label: 'all layers that are shown' }
];

/** Lines further apart than this are no wall, mm. */
const furthest = 1000;

/** Shorter is no wall, mm. */
const shortest = 20;

export class FoundWallsTool extends BaseTool implements Tool {
  readonly name = 'foundWalls';
  private take: 'sure' | 'all' | 'picked' | 'stretch' | 'between' = 'sure';
  private from: 'shown' | 'walls' = 'walls';
  private typed: readonly number[] | undefined;
  private picked = new Set<number>();
  private found: readonly ProposedWall[] = [];
  /** Each of them parted where others meet it. */
  private stretches: readonly ProposedWall[] = [];
  private walls: readonly FoundWall[] = [];
  /** All that is drawn, for what one points between. */
  private pieces: readonly Piece[] = [];
  private runs: Runs | undefined;
  /** The two lines that are pointed between, and the wall there. */
  private pair: FoundWall | undefined;
  private between: ProposedWall | undefined;
  private buildUp = '';
  /** What was found from, so that it is sought again when that changes. */
  private soughtFrom = '';
  private isSeeking = false;
  private isTooMuch = false;
  /** The thicknesses that were guessed, as far as there are such walls. */
  private told: readonly number[] = [];

  private get sheet(): TracingSheet | undefined {
    const sheets = sheetsShown(this.editor).filter(
      (sheet) => !sheet.rectangle && this.editor.drawings.has(sheet.blob)
    );
    return sheets.find(({ id }) => this.editor.selection.has(id)) ?? sheets.at(-1);
  }

  /** Seek, where what it is sought from has changed: in the worker where there is one. */
  private seek() {
    const { sheet } = this;
    if (!sheet) return;
    const { id, hidden, origin, angle, mmPerPixel, stretch, blob } = sheet;
    const key = JSON.stringify([id, hidden, origin, angle, mmPerPixel, stretch, blob, this.typed, this.from]);
    if (key === this.soughtFrom) return;
    this.soughtFrom = key;
    this.found = [];
    this.stretches = [];
    this.walls = [];
    this.between = undefined;
    this.pair = undefined;
    const { editor } = this;
    const { drawing } = editor.drawings.get(blob)!;
    const { pieces, layers } = linesOf(sheet, drawing, layersSeen(sheet, drawing.layers));
    this.isTooMuch = pieces.length > mostSought;
    this.runs = undefined;
    if (this.isTooMuch) return;
    this.pieces = pieces;
    // Of what is not typed: those of build-ups, as far as the drawing has them.
    const job = {
      ...{ pieces, layers, wanted: { thicknesses: this.typed ?? knownThicknesses(editor.project) } },
      ...{ isNarrowed: this.from === 'walls', isGuess: !this.typed }
    };
    const show = ({ walls, thicknesses }: Sought) => {
      if (this.soughtFrom !== key) return;
      const proposed = proposeWalls(walls);
      // Between two walls that stand as near as they are thick nothing is left to build.
      const isLeft = (_: unknown, i: number) => distance(proposed[i]!.a, proposed[i]!.b) > shortest;
      this.walls = walls.filter(isLeft);
      this.found = proposed.filter(isLeft);
      this.pair = undefined;
      this.stretches = stretchesOf(this.found);
      this.told = thicknesses;
      this.picked = new Set();
      this.isSeeking = false;
      editor.toolChanged();
    };
    if (!editor.seekWalls) return show(seekWalls(job));
    this.isSeeking = true;
    editor.seekWalls(job).then(show, (fault: Error) => {
      this.isSeeking = false;
      editor.say({
        kind: 'problem',
        text: `The walls could not be sought: ${fault.message}.`,
        hint: 'Hide layers that show none, hatches above all, and try again.'
      });
    });
  }

  /** What is chosen from: walls, or their stretches. */
  private get offered(): readonly ProposedWall[] {
    return this.take === 'stretch' ? this.stretches : this.found;
  }

  /** Nothing is sure of which the thickness is only guessed. */
  private isSure = (one: ProposedWall) => this.typed !== undefined && one.doubt === undefined;

  private get chosen(): readonly ProposedWall[] {
    if (this.take === 'between') return this.between ? [this.between] : [];
    return this.offered.filter((one, i) =>
      this.take === 'all' ? true : this.take === 'sure' ? this.isSure(one) : this.picked.has(i)
    );
  }

  /** What holds back from calling it sure. */
  private why(one: ProposedWall): string | undefined {
    if (one.doubt !== undefined) return doubtWords[one.doubt];
    return this.isSure(one) ? undefined : 'as thick as is guessed';
  }

  sentence(): SentencePart[] {
    if (!this.sheet)
      return ['This storey shows no tracing sheet of lines: lay a DXF, SVG or PDF drawing first.'];
    this.seek();
    const list = this.typed ?? this.told;
    const walls: Choice[] = [
      { value: '', label: 'the one you point at' },
      ...this.offered.map((one, i) => ({ value: String(i), label: this.words(one, i) }))
    ];
    return [
      `In “${this.sheet.name}”, walls of`,
      textBlank(
        'thicknesses',
        'Thicknesses',
        list.map((one) => formatLength(one, this.units)).join(', '),
        this.typed !== undefined
      ),
      'thick on',
      choiceBlank('layers', 'Layers', this.from, layerChoices),
      ': build',
      choiceBlank('take', 'Which', this.take, takes),
      ...(this.isPicking ? [choiceBlank('wall', 'Wall', '', walls)] : []),
      ...(this.take === 'between'
        ? ['of', choiceBlank('buildUp', 'Build-up', this.buildUpNow, this.buildUps)]
        : []),
      '.'
    ];
  }

  /** How thick its walls are is asked before any is built as sure. */
  private get isToBeNamed(): boolean {
    return this.typed === undefined && this.take === 'sure' && this.found.length > 0;
  }

  private get isPicking(): boolean {
    return this.take === 'picked' || this.take === 'stretch';
  }

  private size(one: ProposedWall): string {
    return `${formatLength(one.thickness, this.units)} thick, ${formatLengthWithUnit(distance(one.a, one.b), this.units)} long`;
  }

  private words(one: ProposedWall, i: number): string {
    const size = this.size(one);
    const why = this.why(one);
    const sure = why === undefined ? 'sure' : `doubtful: ${why}`;
    return `${this.isPicking && this.picked.has(i) ? 'without ' : ''}${i + 1}: ${size}, ${sure}`;
  }

  get note(): string | undefined {
    if (!this.sheet) return undefined;
    if (this.isSeeking) return 'seeking…';
    if (this.isTooMuch)
      return `more than ${mostSought} lines are shown: hide layers that show no walls, hatches above all`;
    const sure = this.found.filter(this.isSure).length;
    const openings = this.chosen.reduce((sum, one) => sum + one.openings.length, 0);
    if (this.take === 'between') return this.betweenNote;
    if (this.found.length === 0) return 'no walls of these thicknesses are found';
    const told = `${sure} sure, ${this.found.length - sure} doubtful`;
    if (this.isToBeNamed) return `${told}: Enter says that its walls are as thick as is guessed, or type it`;
    return `${told}; ${this.chosen.length} to build with ${openings} openings`;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'thicknesses') {
      const list: number[] = [];
      for (const part of text.split(/[,;]+/).filter((one) => one.trim() !== '')) {
        const read = parseLength(part, this.units);
        if (!read.ok) return `${explainFault(part, read)}.`;
        if (read.value < 20 || read.value > 2000)
          return `A wall ${formatLengthWithUnit(read.value, this.units)} thick is not sought: between ${formatLength(20, this.units)} and ${formatLength(2000, this.units)}.`;
        list.push(read.value);
      }
      if (list.length === 0) return 'Type the thicknesses that its walls have, with commas between them.';
      this.typed = list;
    } else if (blank === 'layers') this.from = text as typeof this.from;
    else if (blank === 'take') {
      // Walls and stretches are numbered each by themselves.
      if ((text === 'stretch') !== (this.take === 'stretch')) this.picked = new Set();
      this.take = text as typeof this.take;
    } else if (blank === 'buildUp') this.buildUp = text;
    else if (blank === 'wall' && text !== '') this.toggle(Number(text));
    this.editor.toolChanged();
    return undefined;
  }

  private toggle(i: number) {
    this.picked = new Set(
      this.picked.has(i) ? [...this.picked].filter((one) => one !== i) : [...this.picked, i]
    );
  }

  /** Those as thick as the wall between the lines; else it is built as thick as it is drawn. */
  private get buildUps(): Choice[] {
    const { between } = this;
    const fits = between ? buildUpsFor(this.editor.project, between.thickness) : [];
    return fits.length > 0
      ? fits.map(({ id, name }) => ({ value: id, label: name }))
      : [{ value: '', label: 'one ply, as thick as it is drawn' }];
  }

  private get buildUpNow(): string {
    const all = this.buildUps;
    return (all.find(({ value }) => value === this.buildUp) ?? all[0]!).value;
  }

  private get betweenNote(): string {
    const { between } = this;
    if (!between) return 'point between the two faces of a wall';
    const widths = between.openings.map(({ width }) => formatLengthWithUnit(width, this.units));
    const with_ = widths.length === 0 ? 'no openings' : `openings of ${widths.join(', ')}`;
    return `${formatLengthWithUnit(between.thickness, this.units)} thick, ${formatLengthWithUnit(distance(between.a, between.b), this.units)} long, ${with_}`;
  }

  move(point: Point) {
    if (this.take !== 'between') return;
    this.runs ??= runsOf(this.pieces);
    const known = knownThicknesses(this.editor.project);
    const pair = pairAt(this.runs, point, furthest, [...(this.typed ?? this.told), ...known]);
    // Pointed between the same two lines it is the same wall, which takes all the others to tell.
    if (pair && this.pair && isSameWall(pair, this.pair)) return;
    this.pair = pair;
    // As it was found where it was: its ends and openings are known better.
    const at = pair ? this.walls.findIndex((one) => isSameWall(one, pair)) : -1;
    this.between = at >= 0 ? this.found[at] : pair && proposeWalls([...this.walls, pair]).at(-1);
    this.editor.toolChanged();
  }

  click(point: Point, mmPerPixel: number) {
    if (this.take === 'between') {
      this.move(point);
      return this.accept();
    }
    let best: { i: number; gap: number } | undefined;
    this.offered.forEach(({ a, b, thickness }, i) => {
      const gap = distance(nearestOnSegment(point, a, b), point);
      if (gap <= thickness / 2 + 8 * mmPerPixel && (!best || gap < best.gap)) best = { i, gap };
    });
    if (!best) return;
    this.pick(best.i);
  }

  /** Take one, or leave it out again: those taken so far stay. */
  private pick(i: number) {
    if (!this.isPicking) {
      const chosen = new Set(this.chosen);
      this.picked = new Set(this.found.flatMap((one, k) => (chosen.has(one) ? [k] : [])));
      this.take = 'picked';
    }
    this.toggle(i);
    this.editor.toolChanged();
  }

  /** All that was found, the sure ones first, with what makes the others doubtful. */
  list(): ToolList | undefined {
    const { sheet, offered } = this;
    if (!sheet || this.take === 'between' || offered.length === 0) return undefined;
    const chosen = new Set(this.chosen);
    const rows = offered.map((one, i) => ({
      label: `${i + 1}: ${this.size(one)}`,
      ...(one.doubt && { also: doubtWords[one.doubt] }),
      isTaken: chosen.has(one),
      turn: () => this.pick(i)
    }));
    const group = (title: string, isOf: (one: ProposedWall) => boolean) => {
      const own = rows.filter((_, i) => isOf(offered[i]!));
      return own.length > 0 ? [{ title: `${title} (${own.length})`, rows: own }] : [];
    };
    return {
      title: this.take === 'stretch' ? 'Stretches found' : 'Walls found',
      of: sheet.name,
      groups: [
        ...group(this.typed ? 'Sure' : 'As thick as is guessed', ({ doubt }) => doubt === undefined),
        ...group('Doubtful', ({ doubt }) => doubt !== undefined)
      ]
    };
  }

  accept() {
    const { chosen, editor } = this;
    if (this.isToBeNamed) {
      this.typed = this.told;
      return editor.toolChanged();
    }
    if (!this.sheet || chosen.length === 0)
      return editor.say({
        kind: 'problem',
        text: this.sheet ? 'No wall is chosen.' : 'This storey shows no tracing sheet of lines.',
        hint: this.sheet
          ? 'Point at those to build, or between the faces of one; or name other thicknesses.'
          : 'Lay a DXF or SVG drawing first: Measure, Tracing sheet.'
      });
    const made = this.perform({
      name: 'buildFoundWalls',
      args: {
        storey: editor.storey,
        walls: joinedStretches(chosen).map(({ a, b, thickness, role, outside, openings }) => ({
          ...{ a, b, thickness, role, outside },
          buildUp:
            this.take === 'between' ? this.buildUpNow || undefined : buildUpFor(editor.project, thickness),
          openings: openings.map((one) => ({ distance: one.distance, width: one.width, filling: one.fill }))
        }))
      }
    });
    if (!made) return;
    if (this.take === 'between') {
      // One after another.
      this.between = undefined;
      this.pair = undefined;
      return editor.toolChanged();
    }
    editor.take(undefined);
    editor.select(made);
  }

  back(): boolean {
    if (!this.isPicking && this.take !== 'between') return false;
    this.take = 'sure';
    this.picked = new Set();
    this.editor.toolChanged();
    return true;
  }

  overlay(): Overlay {
    const chosen = new Set(this.chosen);
    const shown = this.take === 'between' ? this.chosen : this.offered;
    const bands = shown.flatMap(({ a, b, thickness }, i) => {
      const long = distance(a, b);
      if (long === 0) return [];
      const [x, y] = [((a.y - b.y) / long) * (thickness / 2), ((b.x - a.x) / long) * (thickness / 2)];
      const beside = (p: Point, k: number): Point => ({ x: p.x + k * x, y: p.y + k * y });
      return [
        { ring: [beside(a, -1), beside(b, -1), beside(b, 1), beside(a, 1)], isChosen: chosen.has(shown[i]!) }
      ];
    });
    return {
      bands,
      // By the numbers that they have in the list.
      labels: (this.take === 'between' ? [] : shown).map((one, i) => ({
        at: lerp(one.a, one.b, 0.5),
        text: one.doubt === undefined ? `${i + 1}` : `${i + 1}: ${doubtWords[one.doubt]}`,
        isChosen: chosen.has(one)
      }))
    };
  }
}
