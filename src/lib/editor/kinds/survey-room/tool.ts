/**
 * Measuring a room: its corners pointed out about where they are, going round; then length after length by typing, each with
 * Enter: the sides, what holds the room, what makes it surest. Its shape follows.
 */
import type { Point } from '../../../core/geometry/point';
import { pairName, type SurveyRoom } from '../../../core/kinds/survey-room/record';
import { laidRoom } from '../../../core/kinds/room-tie/net';
import { formatLengthWithUnit } from '../../../core/units/length';
import { choiceBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { AskedLength } from '../../tools/asked-length';
import { BaseTool } from '../../tools/base';
import { OutlineRun } from '../../tools/outline-run';
import { isMeasured, nextPair, pairKey, pairsOf, type Pair } from './lengths';

export class SurveyRoomTool extends BaseTool implements Tool {
  readonly name = 'surveyRoom';
  private readonly run = new OutlineRun(this.hand);
  private id: string | undefined;
  private readonly asked = new AskedLength<Pair>(this.editor);

  private get room(): SurveyRoom | undefined {
    return this.id === undefined ? undefined : this.editor.project.tables.surveyRoom.get(this.id);
  }

  private shapeOf({ id }: SurveyRoom) {
    return laidRoom(this.editor.model.at(this.editor.project), id)!;
  }

  /** What the length in hand lies between. */
  private pairIn(room: SurveyRoom): Pair {
    return this.asked.of(nextPair(room, this.shapeOf(room)) ?? [0, 1]);
  }

  sentence(): SentencePart[] {
    const { room } = this;
    if (!room) return ['Point out a room', ...this.run.sentence(this.units), 'going round its corners.'];
    const now = this.pairIn(room);
    const own = room.lengths.find(({ from, to }) => from === now[0] && to === now[1])?.length;
    const choices = pairsOf(room).map((pair) => ({
      value: pairKey(pair),
      label: `${pairName(...pair)}${isMeasured(room, pair) ? ', measured' : ''}`
    }));
    return [
      'Measure',
      choiceBlank('pair', 'Between', pairKey(now), choices),
      ':',
      this.asked.blank(own, this.units),
      '.'
    ];
  }

  get note(): string | undefined {
    const { room } = this;
    if (!room) return this.run.set.length < 3 ? 'about where they are' : 'the first corner again closes it';
    const { free, isKnown, unlike } = this.shapeOf(room);
    if (unlike)
      return `another shape than was pointed out: ${pairName(unlike.length.from, unlike.length.to)} is least like it`;
    if (isKnown && free.state === 'solved')
      return `its shape is known, a corner may be off by ${formatLengthWithUnit(Math.max(...free.scatter), this.units)}; Esc when all is measured`;
    if (isKnown) return 'its shape is known; Esc when all is measured';
    return free.state === 'open' && free.missing > 0
      ? `${free.missing} more ${free.missing === 1 ? 'length holds' : 'lengths hold'} it`
      : undefined;
  }

  fill(blank: string, text: string): string | undefined {
    if (OutlineRun.has(blank)) {
      const fault = this.run.fill(blank, text, this.units);
      if (fault) return fault;
    } else if (blank === 'pair') {
      const [from, to] = text.split(' ').map(Number) as [number, number];
      this.asked.choose([from, to]);
    } else {
      const fault = this.asked.fill(text, this.units);
      if (fault) return fault;
    }
    this.preview();
    return undefined;
  }

  private preview() {
    const { outline } = this.run;
    if (!this.room) this.attempt(outline && this.callOf(outline));
    this.editor.toolChanged();
  }

  private callOf(corners: readonly Point[]) {
    return { name: 'addSurveyRoom', args: { storey: this.editor.storey, corners } };
  }

  move(point: Point, mmPerPixel: number) {
    if (this.room) return;
    this.run.move(point, mmPerPixel);
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    if (this.room) return;
    this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    const { room } = this;
    if (room) return this.measure(room);
    if (!this.run.isClosing) {
      this.run.add();
      return this.preview();
    }
    const made = this.perform(this.callOf(this.run.set));
    if (!made) return;
    this.run.clear();
    this.id = made[0];
    // Its card is in Details while it is measured.
    this.editor.select(made);
    this.editor.toolChanged();
  }

  private measure(room: SurveyRoom) {
    const [from, to] = this.pairIn(room);
    const length = this.asked.taken(`length ${pairName(from, to)}`);
    if (length === undefined) return;
    const known = this.editor.readings.knownOf(length);
    const args = { id: room.id, from: from + 1, to: to + 1, length, ...known };
    if (!this.perform({ name: 'measureRoom', args })) return;
    this.asked.choose(undefined);
    this.editor.toolChanged();
  }

  back(): boolean {
    if (this.asked.back()) return true;
    const { room } = this;
    if (!room) return this.run.back();
    // All measured: the room is in hand, with what its lengths tell.
    this.editor.take(undefined);
    this.editor.select([room.id]);
    return true;
  }

  overlay(): Overlay {
    const { room } = this;
    if (!room) return this.run.overlay;
    const [from, to] = this.pairIn(room);
    const { ring } = this.shapeOf(room);
    return { points: [ring[from]!, ring[to]!], lines: [[ring[from]!, ring[to]!]] };
  }
}
