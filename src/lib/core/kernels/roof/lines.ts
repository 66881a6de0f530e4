/** The lines that a front moves on: how far and how fast each has come in at a height, and where two of them meet. */
import { along, cross, leftOf, meetLines, scale, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';

/** From height `from` upwards the edge moves inwards by `speed` per unit of height. Ascending `from`. */
export interface ProfilePiece {
  readonly from: number;
  readonly speed: number;
}

export interface Line {
  readonly a: Point;
  readonly direction: Point;
  readonly inward: Point;
  readonly profile: readonly ProfilePiece[];
}

/** Where the line before meets the line after. */
export interface Meeting {
  readonly before: number;
  readonly after: number;
  /** Used where both lines are one and the same. */
  readonly anchor: Point;
  readonly anchorZ: number;
}

export class Lines {
  readonly all: Line[] = [];

  add(a: Point, direction: Point, profile: readonly ProfilePiece[]): number {
    this.all.push({ a, direction, inward: leftOf(direction), profile });
    return this.all.length - 1;
  }

  private pieceAt(line: number, z: number): number {
    const { profile } = this.all[line]!;
    let piece = 0;
    while (piece + 1 < profile.length && profile[piece + 1]!.from <= z + tolerances.wavefront / 10)
      piece += 1;
    return piece;
  }

  /** The name of the facet that a line sweeps just above a height. */
  facet(line: number, z: number): string {
    return `${line}.${this.pieceAt(line, z)}`;
  }

  speed(line: number, z: number): number {
    const piece = this.all[line]!.profile[this.pieceAt(line, z)]!;
    return piece.from > z + tolerances.wavefront ? 0 : piece.speed;
  }

  /** How far a line has moved in at a height. */
  private moved(line: number, z: number): number {
    const { profile } = this.all[line]!;
    let sum = 0;
    for (let i = 0; i < profile.length; i++) {
      const { from, speed } = profile[i]!;
      const to = Math.min(z, profile[i + 1]?.from ?? Infinity);
      if (to > from) sum += (to - from) * speed;
    }
    return sum;
  }

  private lineAt(line: number, z: number): Point {
    const { a, inward } = this.all[line]!;
    return along(a, inward, this.moved(line, z));
  }

  /** Where a vertex is at a height: the exact meeting of its two lines, never accumulated. */
  position(v: Meeting, z: number): Point {
    const [p, q] = [this.all[v.before]!, this.all[v.after]!];
    if (Math.abs(cross(p.direction, q.direction)) > tolerances.sameDirection) {
      const met = meetLines(this.lineAt(v.before, z), p.direction, this.lineAt(v.after, z), q.direction);
      if (met) return met;
    }
    return along(v.anchor, q.inward, this.moved(v.after, z) - this.moved(v.after, v.anchorZ));
  }

  /** How a vertex moves just above a height, per mm of it: as fast over each of its lines as that line itself. */
  velocity(v: Meeting, z: number): Point {
    const [p, q] = [this.all[v.before]!, this.all[v.after]!];
    const [wp, wq] = [this.speed(v.before, z), this.speed(v.after, z)];
    const sine = cross(p.inward, q.inward);
    if (Math.abs(sine) <= tolerances.sameDirection) return scale(q.inward, wq);
    return {
      x: (wp * q.inward.y - wq * p.inward.y) / sine,
      y: (wq * p.inward.x - wp * q.inward.x) / sine
    };
  }

  /** The front turns outwards there, so that it may run into the front elsewhere. */
  isReflex({ before, after }: Meeting): boolean {
    return cross(this.all[before]!.direction, this.all[after]!.direction) < -tolerances.sameDirection;
  }
}
