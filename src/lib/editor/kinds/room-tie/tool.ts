/**
 * Tying rooms that were measured: a doorway between a side of one and a side of another, then length after length by
 * typing; or a length outside, between a corner of one and a corner of another. The rooms move to where all of it says.
 */
import { distance, lerp, nearestOnSegment, type Point } from '../../../core/geometry/point';
import { edgesOf } from '../../../core/geometry/ring';
import { laidRing, tieState } from '../../../core/kinds/room-tie/net';
import type { RoomTie } from '../../../core/kinds/room-tie/record';
import { nameOfRoom, pieceWords } from '../../../core/kinds/room-tie/words';
import { pairName, sideFrom, type SurveyRoom } from '../../../core/kinds/survey-room/record';
import { formatLengthWithUnit } from '../../../core/units/length';
import { letterName } from '../../../core/units/letters';
import { choiceBlank, lengthBlank, readBlank, type Choice, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { AskedLength } from '../../tools/asked-length';
import { BaseTool } from '../../tools/base';
import {
  allPieces,
  nextPiece,
  pieceArgs,
  pieceKey,
  pieceLabel,
  rangeWords,
  sizeOf,
  type Piece
} from './pieces';

type By = 'doorway' | 'outside';

/** A side of a room by the corner that it begins with, or a corner. */
interface Spot {
  readonly room: string;
  readonly corner: number;
}

/** So near is pointed at a side or a corner, pixels. */
const near = 18;

const spotKey = ({ room, corner }: Spot): string => `${room} ${corner}`;

export class RoomTieTool extends BaseTool implements Tool {
  readonly name = 'roomTie';
  private by: By = 'doorway';
  private first: Spot | undefined;
  private second: Spot | undefined;
  private pointed: Spot | undefined;
  private id: string | undefined;
  private readonly asked = new AskedLength<Piece>(this.editor);
  private walls: { wall?: number; otherWall?: number } = {};

  private get rooms(): SurveyRoom[] {
    const { project, storey } = this.editor;
    return [...project.tables.surveyRoom.values()].filter((room) => room.storey === storey);
  }

  private get tie(): RoomTie | undefined {
    return this.id === undefined ? undefined : this.editor.project.tables.roomTie.get(this.id);
  }

  private ringOf(id: string): readonly Point[] {
    const { editor } = this;
    return laidRing(editor.model.at(editor.project), id);
  }

  /** Sides or corners that may be chosen, by name; of other rooms than the first. */
  private get choices(): Choice[] {
    const { project } = this.editor;
    const free = this.rooms.filter(({ id }) => id !== this.first?.room);
    return [
      { value: '', label: this.by === 'doorway' ? 'the side you point at' : 'the corner you point at' },
      ...free.flatMap(({ id, corners }) =>
        corners.map((_, corner) => ({
          value: spotKey({ room: id, corner }),
          label: this.spotWords({ room: id, corner }, nameOfRoom(project, id))
        }))
      )
    ];
  }

  private spotWords({ room, corner }: Spot, name = nameOfRoom(this.editor.project, room)): string {
    if (this.by === 'outside') return `${letterName(corner)} of ${name}`;
    const count = this.editor.project.tables.surveyRoom.get(room)?.corners.length ?? 1;
    return `${pairName(...sideFrom(corner, count))} of ${name}`;
  }

  get ways() {
    return {
      blank: 'by',
      now: this.by,
      all: [
        { value: 'doorway', label: 'a doorway' },
        { value: 'outside', label: 'a length outside' }
      ]
    };
  }

  sentence(): SentencePart[] {
    const { tie, units, by, first } = this;
    if (tie) return this.measuring(tie);
    const pick: SentencePart = choiceBlank('spot', by === 'doorway' ? 'Side' : 'Corner', '', this.choices);
    const start: SentencePart[] = ['Tie rooms by', choiceBlank('by', 'By', by, this.ways.all), 'from'];
    if (!first) return [...start, pick, '.'];
    const whole: SentencePart[] = [...start, this.spotWords(first), 'to'];
    if (!this.second) return [...whole, pick, '.'];
    const wall = (name: 'wall' | 'otherWall', label: string) =>
      lengthBlank(name, label, this.walls[name] ?? this.usualWall, units, this.walls[name] !== undefined);
    return [
      ...whole,
      `${this.spotWords(this.second)}:`,
      this.asked.blank(undefined, units),
      'from outer face to outer face, the walls',
      wall('wall', 'Wall at its beginning'),
      'and',
      wall('otherWall', 'Wall at its end'),
      'thick.'
    ];
  }

  private get usualWall(): number {
    return this.editor.usual.wall;
  }

  private pieceIn(tie: RoomTie): Piece {
    return this.asked.of(nextPiece(tie) ?? allPieces[0]!);
  }

  private measuring(tie: RoomTie): SentencePart[] {
    const { project } = this.editor;
    const now = this.pieceIn(tie);
    const own = sizeOf(tie, now)?.length;
    const choices = allPieces.map((piece) => ({
      value: pieceKey(piece),
      label: `${pieceLabel(project, tie, piece)}${sizeOf(tie, piece) ? ', measured' : ''}`
    }));
    return [
      'Measure',
      choiceBlank('piece', 'What', pieceKey(now), choices),
      ':',
      this.asked.blank(own, this.units),
      '.'
    ];
  }

  get note(): string | undefined {
    const { tie, editor } = this;
    if (tie) {
      const { missing, ties, closing, thickness } = tieState(editor.model.at(editor.project), tie);
      const words = (size: number) => formatLengthWithUnit(size, this.units);
      if (missing.length > 0)
        return `${missing.length} more ${missing.length === 1 ? 'length ties' : 'lengths tie'} the rooms`;
      if (!ties) return 'it ties them when the shape of both is known';
      const back = closing === undefined ? '' : `, the way round comes back ${words(closing)} off`;
      const thick = thickness && `the wall is ${rangeWords(thickness, words)} thick`;
      return `tied${thick ? `: ${thick}` : ''}${back}; Esc when all is measured`;
    }
    if (this.rooms.length < 2) return 'measure two rooms first';
    const what = this.by === 'doorway' ? 'side' : 'corner';
    if (!this.first) return `point at a ${what} of a room`;
    return this.second ? undefined : `point at the ${what} of the room beyond`;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'by') {
      this.by = text as By;
      this.first = undefined;
      this.second = undefined;
      this.id = undefined;
    } else if (blank === 'spot') {
      const [room, corner] = text.split(' ');
      if (room && corner) this.choose({ room, corner: Number(corner) });
    } else if (blank === 'piece') {
      this.asked.choose(allPieces.find((piece) => pieceKey(piece) === text));
    } else if (blank === 'wall' || blank === 'otherWall') {
      const read = readBlank('length', text, this.units);
      if (!read.ok) return read.message;
      if (read.value < 0) return 'A wall is not thinner than nothing: type 0 where there is none.';
      this.walls[blank] = read.value;
    } else {
      const fault = this.asked.fill(text, this.units);
      if (fault) return fault;
    }
    this.editor.toolChanged();
    return undefined;
  }

  move(point: Point, mmPerPixel: number) {
    this.pointed = this.tie || this.second ? undefined : this.spotAt(point, near * mmPerPixel);
    this.editor.toolChanged();
  }

  private spotAt(point: Point, within: number): Spot | undefined {
    const spots = this.rooms
      .filter(({ id }) => id !== this.first?.room)
      .flatMap(({ id }) => {
        const ring = this.ringOf(id);
        return this.by === 'outside'
          ? ring.map((p, corner) => ({ room: id, corner, far: distance(p, point) }))
          : edgesOf(ring).map(([a, b], corner) => ({
              ...{ room: id, corner },
              far: distance(nearestOnSegment(point, a, b), point)
            }));
      });
    return spots.filter(({ far }) => far < within).sort((p, q) => p.far - q.far)[0];
  }

  click(point: Point, mmPerPixel: number) {
    if (this.tie || this.second) return;
    this.move(point, mmPerPixel);
    this.accept();
  }

  private choose(spot: Spot) {
    this.pointed = undefined;
    if (!this.first) {
      this.first = spot;
      return this.editor.toolChanged();
    }
    this.second = spot;
    if (this.by === 'outside') return this.editor.toolChanged();
    const made = this.perform({
      name: 'addDoorway',
      args: {
        ...{ one: this.first.room, other: spot.room },
        ...{ side: this.first.corner + 1, otherSide: spot.corner + 1 }
      }
    });
    this.second = undefined;
    if (!made) return this.editor.toolChanged();
    this.first = undefined;
    this.id = made[0];
    // Its card is in Details while it is measured.
    this.editor.select(made);
    this.editor.toolChanged();
  }

  accept() {
    const { tie } = this;
    if (tie) return this.measure(tie);
    if (this.second) return this.outside();
    if (this.pointed) return this.choose(this.pointed);
    const what = this.by === 'doorway' ? 'side' : 'corner';
    this.editor.say(
      this.rooms.length < 2
        ? {
            kind: 'problem',
            text: 'There are no two rooms on this storey that could be tied.',
            hint: 'Measure two rooms first: Room, in Measure.'
          }
        : {
            kind: 'problem',
            text: `No ${what} of a room is there.`,
            hint: `Point near a ${what}, or choose it in the sentence.`
          }
    );
  }

  private measure(tie: RoomTie) {
    const piece = this.pieceIn(tie);
    const length = this.asked.taken(pieceWords(this.editor.project, tie, ...piece));
    if (length === undefined) return;
    const known = this.editor.readings.knownOf(length);
    const args = { id: tie.id, ...pieceArgs(piece), length, ...known };
    if (!this.perform({ name: 'measureDoorway', args })) return;
    this.asked.choose(undefined);
    this.editor.toolChanged();
  }

  private outside() {
    const { first, second } = this;
    const length = this.asked.taken('length outside');
    if (!first || !second || length === undefined) return;
    const made = this.perform({
      name: 'addOutsideLength',
      args: {
        ...{ one: first.room, other: second.room, corner: first.corner + 1, otherCorner: second.corner + 1 },
        ...{
          length,
          wall: this.walls.wall ?? this.usualWall,
          otherWall: this.walls.otherWall ?? this.usualWall
        },
        ...this.editor.readings.knownOf(length)
      }
    });
    if (!made) return;
    this.first = undefined;
    this.second = undefined;
    this.asked.choose(undefined);
    this.editor.select(made);
    this.editor.toolChanged();
  }

  back(): boolean {
    if (this.asked.back()) return true;
    if (this.second) {
      this.second = undefined;
      return true;
    }
    if (this.first) {
      this.first = undefined;
      return true;
    }
    // All measured: the next doorway.
    if (this.tie) {
      this.id = undefined;
      return true;
    }
    return false;
  }

  overlay(): Overlay {
    const { tie, editor } = this;
    if (tie) {
      const { jambs } = tieState(editor.model.at(editor.project), tie);
      if (!jambs) return {};
      const [j0, j1, k0, k1] = jambs;
      const [piece, at] = this.pieceIn(tie);
      const near = at === 0 ? ([j0, j1] as const) : ([k1, k0] as const);
      const lines = {
        width: near,
        thick: at === 0 ? ([j0, k0] as const) : ([j1, k1] as const),
        across: at === 0 ? ([j0, k1] as const) : ([j1, k0] as const),
        from: [this.cornerOf(tie, at, 0), near[0]] as const,
        to: [near[1], this.cornerOf(tie, at, 1)] as const
      };
      return { lines: [lines[piece]], points: lines[piece] };
    }
    const spots = [this.first, this.second, this.pointed].flatMap((spot) => (spot ? [spot] : []));
    const shown = spots.flatMap((spot) => {
      const ring = this.ringOf(spot.room);
      const [a, b] = [ring[spot.corner], ring[(spot.corner + 1) % ring.length]];
      return a && b ? [{ spot, a, b }] : [];
    });
    return this.by === 'outside'
      ? { points: shown.map(({ a }) => a) }
      : {
          lines: shown.map(({ a, b }) => [a, b] as const),
          labels: shown.map(({ spot, a, b }) => ({
            at: lerp(a, b, 0.5),
            text: this.spotWords(spot),
            isChosen: false
          }))
        };
  }

  private cornerOf(tie: RoomTie, at: 0 | 1, end: 0 | 1): Point {
    const ring = this.ringOf(at === 0 ? tie.one : tie.other);
    const side = tie.shape.kind === 'doorway' ? tie.shape.sides[at] : 0;
    return ring[(side + end) % ring.length]!;
  }
}
