/**
 * Where a wall starts on another: at a distance that is clear between a face that meets that wall and the near face of the
 * new one, as a partition is set out on site.
 *
 *      | <---- clear ----> |   |
 *      |                   |   |  new wall, square to its host
 *    --+-------------------+-x-+------   host; x: where the new wall's line starts
 */
import { frameOf } from '../../../core/kinds/wall/frame';
import { perform } from '../../../core/commands/register';
import { farthest } from '../../../core/document/schemas';
import { applyPatch } from '../../../core/document/patch';
import { dot, leftOf, locate, scale, type Point } from '../../../core/geometry/point';
import { fromFrame, type Frame } from '../../../core/kernels/joints/frame';
import { setOutsOf, type SetOutFrom } from '../../../core/kinds/opening/place';
import type { Editor } from '../../editor';
import { choiceBlank, lengthBlank, type SentencePart } from '../../sentence';
import { fromChoices, keyOfFrom } from '../opening/setting-out';

export class ClearStart {
  private host: string | undefined;
  /** A place on the host's face, as it is pointed at. */
  private on: Point | undefined;
  private typed: number | undefined;
  private chosen: string | undefined;

  constructor(
    private readonly editor: Editor,
    /** What a wall would be drawn with. */
    private readonly args: () => object
  ) {}

  /** The pointer is at a wall, or away from all. What was typed holds its wall. */
  point(host: string | undefined, on: Point) {
    if (this.isTyped && host !== this.host) return;
    if (host !== this.host) this.chosen = undefined;
    this.host = host;
    this.on = on;
  }

  get isTyped() {
    return this.typed !== undefined;
  }

  forget() {
    [this.host, this.on, this.typed, this.chosen] = [undefined, undefined, undefined, undefined];
  }

  private get footprint() {
    const { host } = this;
    return host === undefined ? undefined : this.editor.storeyModel?.footprints.walls.get(host);
  }

  private get faces(): SetOutFrom[] {
    return this.footprint ? setOutsOf(this.footprint).filter(({ origin }) => origin.kind === 'face') : [];
  }

  private tried: { readonly key: string; readonly faces: readonly [number, number] | undefined } | undefined;

  /** Where the faces of the new wall lie along its host, from its line; kept while it would be drawn alike. */
  private facesOf(frame: Frame, away: Point): readonly [number, number] | undefined {
    const args = this.args();
    const key = JSON.stringify([frame.wall.id, frame.direction, away, args]);
    if (this.tried?.key === key) return this.tried.faces;
    this.tried = { key, faces: this.tryFaces(frame, away, args) };
    return this.tried.faces;
  }

  private tryFaces(frame: Frame, away: Point, args: object): readonly [number, number] | undefined {
    const { project, storey } = this.editor;
    // Where nothing stands that it could be refused for.
    const a = { x: farthest - 4000, y: farthest - 4000 };
    const b = { x: a.x + 2000 * away.x, y: a.y + 2000 * away.y };
    const tried = perform(project, { name: 'drawWall', args: { ...args, storey, id: 'tried', a, b } });
    if (!tried.ok) return undefined;
    const drawn = applyPatch(project, tried.patch);
    const wall = drawn.tables.wall.get('tried');
    const own = wall && frameOf(drawn, wall);
    const turned = dot(leftOf(away), frame.direction);
    return own && [turned * own.y0, turned * own.y1];
  }

  /** From which face, how far it is clear, and how the two make a place along the host. */
  private get present() {
    const { footprint, on } = this;
    if (!footprint || !on) return undefined;
    const { frame } = footprint;
    const { t, y } = locate(on, frame.origin, frame.direction);
    const isLeft = y > (frame.y0 + frame.y1) / 2;
    const away = scale(frame.left, isLeft ? 1 : -1);
    const own = this.facesOf(frame, away);
    if (!own) return undefined;
    const all = this.faces.map((from) => {
      const sign = from.end === 'a' ? 1 : -1;
      const near = Math.min(sign * own[0], sign * own[1]);
      return { from, sign, near, clear: sign * (t - from.t) + near };
    });
    const ahead = all.filter(({ clear }) => clear >= 0).sort((p, q) => p.clear - q.clear);
    const best = all.find(({ from }) => keyOfFrom(from) === this.chosen) ?? ahead[0];
    return best && { ...best, frame, y: isLeft ? frame.y1 : frame.y0 };
  }

  /** Where the line starts; undefined where nothing was typed. */
  get at(): Point | undefined {
    const { typed, present } = this;
    if (typed === undefined || !present) return undefined;
    const { from, sign, near, frame, y } = present;
    return fromFrame(frame, from.t + sign * (typed - near), y);
  }

  get words(): SentencePart[] {
    const { present, typed } = this;
    if (!present) return [];
    const { units } = this.editor.settings;
    return [
      lengthBlank('clear', 'Clear distance', typed ?? present.clear, units, typed !== undefined),
      'clear of',
      choiceBlank(
        'clearOf',
        'Clear of',
        keyOfFrom(present.from),
        fromChoices(this.editor.project, this.faces)
      ),
      ','
    ];
  }

  /** A blank of its own was filled. */
  fill(blank: 'clear' | 'clearOf', value: number | string) {
    // The face that it was measured from when it was typed stays.
    this.chosen ??= this.present && keyOfFrom(this.present.from);
    if (typeof value === 'number') this.typed = value;
    else this.chosen = value;
  }
}
