/** Pointing without a tool: what is under a point or in a box, and dragging it as a trial that is dropped once. */
import { add, distance, scale, subtract, type Point } from '../core/geometry/point';
import { boxHolds, boxOf, boxesMeet, sideOf, type Box } from '../core/geometry/ring';
import type { Call } from '../core/commands/register';
import { findRecord } from '../core/document/project';
import type { Editor } from './editor';
import { tolerances } from '../core/geometry/tolerances';
import { formatLengthWithUnit, parseLength } from '../core/units/length';
import { moveable, moveCall } from './kinds/free-standing';
import { allEditorKinds, editorKindOf } from './kinds/register';
import type { Overlay } from './tool';

/** A corner of walls, or one thing. */
type Grip = { readonly kind: 'corner'; readonly at: Point } | { readonly kind: 'thing'; readonly id: string };

export class Drag {
  private last: Call | undefined;
  private pulled: { readonly at: Point; readonly size: number | undefined } | undefined;
  private isRefused = false;
  /** A distance being typed: it wins over how far the pointer is, which goes on saying where to. */
  private typed = '';

  private constructor(
    private readonly editor: Editor,
    private readonly grip: Grip,
    private readonly start: Point
  ) {}

  /** What is under the point: a corner of the selection first, then the topmost thing that can be dragged. */
  static begin(editor: Editor, p: Point, mmPerPixel: number): Drag | undefined {
    const corner = editor.storeyModel?.footprints.nodes.find(
      ({ point, members }) =>
        distance(point, p) <= 9 * mmPerPixel &&
        members.some(({ frame, part }) => part !== 'body' && editor.selection.has(frame.wall.id))
    );
    if (corner) return new Drag(editor, { kind: 'corner', at: corner.point }, p);
    const id = hitAt(editor, p, mmPerPixel);
    const record = id === undefined ? undefined : findRecord(editor.project, id);
    if (!record || !editorKindOf(record).drag) return undefined;
    const drag = new Drag(editor, { kind: 'thing', id: record.id }, p);
    // A kind may leave some of its records where they are.
    return drag.callFor({ x: 0, y: 0 }, 1) ? drag : undefined;
  }

  /** The thing in hand, so that a press without a move selects it. */
  get subject(): string | undefined {
    return this.grip.kind === 'corner' ? undefined : this.grip.id;
  }

  /** By the project's own step, whatever the scale; or as far as was typed. */
  move(p: Point) {
    const by = subtract(p, this.start);
    const size = this.typedSize;
    const call = size === undefined ? this.callFor(by, this.editor.settings.nudge) : this.exactly(size, by);
    if (!call) return;
    this.pulled = { at: p, size: this.sizeOf(call) };
    const result = this.editor.attempt(call);
    this.isRefused = result?.ok === false;
    this.last = this.isRefused ? undefined : call;
  }

  /** A key of a distance: whether it was one. Nothing is typed before the thing is on its way. */
  key(key: string): boolean {
    if (!this.pulled) return false;
    if (key === 'Backspace') this.typed = this.typed.slice(0, -1);
    else if (/^[\d.,'"/ ]$/.test(key) || (this.typed !== '' && /^[-+*()a-z]$/.test(key))) this.typed += key;
    else return false;
    this.move(this.pulled.at);
    return true;
  }

  private get typedSize(): number | undefined {
    const read = parseLength(this.typed, this.editor.settings.units);
    return read.ok && read.value > 0 ? read.value : undefined;
  }

  /** Where it is pulled to, as far as this and not rounded: what it moves by is in proportion to the pull. */
  private exactly(size: number, by: Point): Call | undefined {
    const made = this.callFor(by, tolerances.coincident);
    const far = made && this.sizeOf(made);
    return far ? this.callFor(scale(by, size / far), tolerances.coincident) : made;
  }

  /** How far it has been pulled, at the pointer; nothing where what is done does not say it. */
  get overlay(): Overlay {
    const { pulled, typed, told } = this;
    if (!pulled || told === '') return {};
    return { snap: { at: pulled.at, name: typed === '' ? told : `${told} ▏` } };
  }

  /** The same as words of the sentence. */
  get words(): string | undefined {
    return this.pulled && `Pull ${this.told}`.trim();
  }

  /** As it is typed, or how far it goes. */
  private get told(): string {
    const size = this.pulled?.size;
    return this.typed || (size === undefined ? '' : formatLengthWithUnit(size, this.editor.settings.units));
  }

  /** Of what is done, which may be less than the pointer went: a wall moves square to itself. */
  private sizeOf({ args }: Call): number | undefined {
    const {
      by,
      from,
      to,
      id,
      distance: set
    } = args as {
      readonly [K in 'by' | 'from' | 'to']?: Point;
    } & { readonly id?: string; readonly distance?: number };
    if (by) return distance(by, { x: 0, y: 0 });
    if (from && to) return distance(from, to);
    const old = id === undefined ? undefined : findRecord(this.editor.project, id);
    const was = old && 'distance' in old ? old.distance : undefined;
    return set !== undefined && was !== undefined ? Math.abs(set - was) : undefined;
  }

  private callFor(by: Point, step: number): Call | undefined {
    const { editor, grip, start } = this;
    const round = (v: number) => Math.round(v / step) * step;
    if (grip.kind === 'corner') {
      const to = add(grip.at, by);
      const args = { storey: editor.storey, from: grip.at, to: { x: round(to.x), y: round(to.y) } };
      return { name: 'moveCorner', args };
    }
    const record = findRecord(editor.project, grip.id);
    return record && editorKindOf(record).drag?.({ editor, id: grip.id, from: start, by, round });
  }

  /** Dropped: one entry of history, or nothing where the place is refused, which goes on being said. */
  drop() {
    if (this.last) this.editor.perform(this.last);
    else if (!this.isRefused) this.editor.attempt(undefined);
  }

  cancel() {
    this.last = undefined;
    this.isRefused = false;
    this.editor.attempt(undefined);
  }
}

const byDepth = allEditorKinds.flatMap(([, { hits }]) => hits).sort((p, q) => q.over - p.over);

/** The topmost thing at a point of the plan. */
export function hitAt(editor: Editor, p: Point, mmPerPixel: number): string | undefined {
  for (const { at } of byDepth) {
    const id = at(editor, p, mmPerPixel);
    if (id !== undefined) return id;
  }
  return undefined;
}

/**
 * Ids of things in a box of the plan: those that it encloses, or all that it touches, as the person chose; the way the
 * box was drawn does not decide it.
 */
export function idsInBox(editor: Editor, p: Point, q: Point): string[] {
  const box = boxOf([p, q]);
  const takes = editor.boxTakes === 'touched' ? ringTouches : ringWithin;
  return allEditorKinds.flatMap(([, { outlines }]) =>
    [...(outlines?.(editor) ?? [])].flatMap(([id, ring]) =>
      takes(ring, box) && !editor.isHidden(id) ? [id] : []
    )
  );
}

const ringWithin = (ring: readonly Point[], box: Box) => ring.every((p) => boxHolds(box, p));

/** Convex rings: no side of the ring and no side of the box parts them. */
function ringTouches(ring: readonly Point[], box: Box): boolean {
  if (!boxesMeet(boxOf(ring), box)) return false;
  const corners = [
    { x: box.minX, y: box.minY },
    { x: box.maxX, y: box.minY },
    { x: box.maxX, y: box.maxY },
    { x: box.minX, y: box.maxY }
  ];
  return ring.every((p, i) => corners.some((corner) => sideOf(p, ring[(i + 1) % ring.length]!, corner) >= 0));
}

/** Nudge what is selected by keys: what moves together in one step, the rest kind by kind. */
export function nudge(editor: Editor, by: Point) {
  const together = new Set(moveable(editor, editor.selection));
  if (together.size > 0) editor.perform(moveCall([...together], by));
  for (const [kind, { nudge: move }] of allEditorKinds) {
    const ids = [...editor.selection].filter(
      (id) => !together.has(id) && editor.project.tables[kind].has(id)
    );
    for (const call of move && ids.length > 0 ? move(editor, ids, by) : []) editor.perform(call);
  }
}

/** Things of the storey in a steady order, for stepping through by key. */
export function thingsOn(editor: Editor): string[] {
  const { project, storey } = editor;
  const all = allEditorKinds.flatMap(([kind, { steps, outlines }]) => {
    if (!steps) return [];
    const { storey: storeyOf } = project.kinds[kind];
    const own = [...project.tables[kind].values()].filter(
      (one) => storeyOf?.(one as never, project) === storey
    );
    // What passes through the storey is seen there too.
    const passing = kind === 'wall' ? [] : [...(outlines?.(editor) ?? [])].map(([id]) => id);
    return [...new Set([...own.map(({ id }) => id), ...passing])];
  });
  return editor.anyHidden ? all.filter((id) => !editor.isHidden(id)) : all;
}

/** Select the next or previous thing; `add` keeps what is selected. */
export function stepThrough(editor: Editor, by: 1 | -1, add: 'add' | 'only' = 'only') {
  const things = thingsOn(editor);
  if (things.length === 0) return;
  const last = [...editor.selection].at(-1);
  const at = last === undefined ? (by > 0 ? -1 : 0) : things.indexOf(last);
  const next = things[(at + by + things.length) % things.length] ?? things[0]!;
  editor.select(add === 'add' ? [...[...editor.selection].filter((id) => id !== next), next] : [next]);
}
