/** Corners of an outline, pointed at or typed one from another; the first again closes it. */
import { along, angleOf, distance, fromAngle, subtract, type Point } from '../../core/geometry/point';
import type { LengthUnits } from '../../core/units/length';
import { angleBlank, lengthBlank, placeBlanks, readBlank, type SentencePart } from '../sentence';
import type { SnapHand } from '../snap-hand';
import type { Overlay } from '../tool';

export class OutlineRun {
  private corners: Point[] = [];
  private pointer: Point | undefined;
  /** Where the next corner lies, as far as it was typed. */
  private next: { x?: number; y?: number; way?: number; turn?: number } = {};

  constructor(private readonly hand: SnapHand) {}

  /** The corner that Enter would set: typed numbers win over the pointer. */
  private get corner(): Point {
    const at = this.hand.present?.point ?? this.pointer ?? { x: 0, y: 0 };
    const last = this.corners.at(-1);
    const { x, y, way, turn } = this.next;
    if (!last) return { x: x ?? at.x, y: y ?? at.y };
    if (way === undefined && turn === undefined) return at;
    const away = subtract(at, last);
    return along(last, fromAngle(turn ?? angleOf(away)), way ?? Math.hypot(away.x, away.y));
  }

  sentence(units: LengthUnits): SentencePart[] {
    const last = this.corners.at(-1);
    const { corner } = this;
    const { way, turn } = this.next;
    if (!last) return [', the first', ...placeBlanks(corner, this.next, units), 'up,'];
    const away = subtract(corner, last);
    const towards = (angleOf(away) + 2 * Math.PI) % (2 * Math.PI);
    return [
      ', the next',
      lengthBlank('way', 'To the next corner', distance(last, corner), units, way !== undefined),
      'on, at',
      angleBlank('turn', 'Angle', towards, turn !== undefined),
      ','
    ];
  }

  /** Whether a blank is one of its own. */
  static has(blank: string): boolean {
    return ['x', 'y', 'way', 'turn'].includes(blank);
  }

  fill(blank: string, text: string, units: LengthUnits): string | undefined {
    const read = readBlank(blank === 'turn' ? 'angle' : 'length', text, units);
    if (!read.ok) return read.message;
    if (blank === 'way' && read.value <= 0) return 'A length must be more than zero.';
    this.next = { ...this.next, [blank]: read.value };
    return undefined;
  }

  get isClosing(): boolean {
    return this.corners.length > 2 && distance(this.corner, this.corners[0]!) < 1;
  }

  /** Enough to lay something on, with the corner in hand; else undefined. */
  get outline(): Point[] | undefined {
    const points = this.isClosing ? this.corners : [...this.corners, this.corner];
    return points.length < 3 ? undefined : points;
  }

  /** The corners that are set. */
  get set(): readonly Point[] {
    return this.corners;
  }

  /** From the last corner that is set to the one in hand; undefined before, and where they are one. */
  get line(): readonly [Point, Point] | undefined {
    const last = this.corners.at(-1);
    return last && distance(last, this.corner) >= 1 ? [last, this.corner] : undefined;
  }

  clear() {
    this.corners = [];
    this.next = {};
  }

  move(point: Point, mmPerPixel: number) {
    this.pointer = point;
    this.hand.move(point, mmPerPixel, { start: this.corners.at(-1), first: this.corners[0] });
  }

  /** Sets the corner in hand. */
  add() {
    this.corners = [...this.corners, this.corner];
    this.next = {};
  }

  back(): boolean {
    if (this.corners.length === 0) return false;
    this.corners = this.corners.slice(0, -1);
    this.next = {};
    return true;
  }

  get overlay(): Overlay {
    if (!this.pointer && this.corners.length === 0) return {};
    const last = this.corners.at(-1);
    return {
      points: [...this.corners, this.corner],
      lines: last ? [[last, this.corner]] : [],
      ...this.hand.overlay
    };
  }
}
