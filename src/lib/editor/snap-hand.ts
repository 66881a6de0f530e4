/** The snaps of a tool in hand: the best one, the others by N, named at the pointer. */
import type { Point } from '../core/geometry/point';
import type { Editor } from './editor';
import { snapsAt, type Snap, type SnapInput } from './snapping';
import type { KeyHint, Overlay } from './tool';

/** More candidates than this are not read. */
const most = 7;

export const snapKeys: readonly KeyHint[] = [
  { key: 'N', does: 'next snap' },
  { key: 'Shift', does: 'no snap' }
];

export class SnapHand {
  private snaps: readonly Snap[] = [];
  private at = 0;
  private listed = false;

  constructor(private readonly editor: Editor) {}

  get present(): Snap | undefined {
    return this.snaps[this.at];
  }

  /** Where the pointer would be: at the snap, or free. */
  move(pointer: Point, mmPerPixel: number, more: Pick<SnapInput, 'start' | 'first'> = {}): Point {
    this.take(snapsAt(this.editor, pointer, mmPerPixel, more).slice(0, most));
    return this.present?.point ?? pointer;
  }

  take(snaps: readonly Snap[]) {
    this.snaps = snaps;
    this.at = 0;
    this.listed = false;
  }

  /** N and Shift+N go through the candidates, which are listed then. */
  key(key: string): boolean {
    if (key !== 'n' && key !== 'N') return false;
    const { length } = this.snaps;
    if (length === 0) return true;
    this.at = (this.at + (key === 'n' ? 1 : length - 1)) % length;
    this.listed = true;
    return true;
  }

  get overlay(): Pick<Overlay, 'snap'> {
    const { present } = this;
    if (!present?.name) return {};
    const others = this.snaps.length - 1;
    return {
      snap: {
        at: present.point,
        name: this.listed || others === 0 ? present.name : `${present.name} (N: ${others} more)`,
        ...(this.listed && { list: this.snaps.map(({ name }) => name), chosen: this.at })
      }
    };
  }
}
