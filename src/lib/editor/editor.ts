/**
 * The editing session: the project, its history, the trial overlay, what is selected and which tool is in hand. No DOM
 * and no Svelte; listeners are told when anything changed. Every change to the project goes through a command.
 */
import { perform, type Call } from '../core/commands/register';
import type { Result } from '../core/commands/command';
import { Model, type StoreyModel } from '../core/derive/graph';
import { standingOn } from '../core/derive/standing';
import { applyPatch, type Patch } from '../core/project/patch';
import { layerThat } from '../core/project/layers';
import type { Problem } from '../core/project/problems';
import { findRecord, settingsOf, storeysInOrder } from '../core/project/project';
import type { LayerKind, Project, Rec, Settings, WallEnd } from '../core/project/records';
import { operate, type HistoryState, type Operation } from './history';
import type { Tool } from './tool';

export interface Message {
  readonly kind: 'problem' | 'done';
  readonly text: string;
  readonly hint: string;
}

export interface EditorEvents {
  /** Anything at all changed. */
  readonly changed: () => void;
  /** An operation was made here and must be kept. */
  readonly operated: (operation: Operation, state: HistoryState) => void;
}

export class Editor {
  state: HistoryState;
  readonly model = new Model();
  storey: string;
  /** Which storey lies faintly under the plan: `below`, `none`, or a storey's id. */
  ghost = 'below';
  selection: ReadonlySet<string> = new Set();
  hover: string | undefined;
  tool: Tool | undefined;
  message: Message | undefined;
  readOnly = false;
  /** The person holds the key for no snaps. */
  unsnapped = false;
  /** Whether everything but what is in hand is shown faintly. */
  veil = false;
  /** Only these are shown, until all are again. */
  isolated: ReadonlySet<string> | undefined;
  /** What a box selects: all that it touches, or what it encloses. The way it is drawn does not matter. */
  boxTakes: 'touched' | 'enclosed' = 'enclosed';
  /** Which end of a wall stays when its length is written; the other moves with what is joined there. */
  holds: WallEnd = 'a';
  private trialPatch: Patch | undefined;
  private trialProject: Project | undefined;
  private hiddenIds: { inputs: readonly unknown[]; ids: Map<string, boolean> } | undefined;
  private trialSet: { of: Patch | undefined; ids: ReadonlySet<string> } | undefined;

  constructor(
    state: HistoryState,
    private readonly events: EditorEvents
  ) {
    this.state = state;
    this.storey = storeysInOrder(state.project)[0]!.id;
  }

  get project(): Project {
    return this.state.project;
  }

  /** The project as it would be with the trial accepted: what is drawn. */
  get shown(): Project {
    return this.trialProject ?? this.state.project;
  }

  get isTrial(): boolean {
    return this.trialProject !== undefined;
  }

  /** What the trial makes or changes. */
  get trialIds(): ReadonlySet<string> {
    if (this.trialSet?.of !== this.trialPatch)
      this.trialSet = { of: this.trialPatch, ids: new Set(this.trialPatch?.keys() ?? []) };
    return this.trialSet?.ids ?? none;
  }

  /** With the module of the planning grid among its units, so that lengths can be typed in it. */
  get settings(): Settings {
    const settings = settingsOf(this.state.project);
    if (!settings.grid) return settings;
    const old = withModule.get(settings);
    if (old) return old;
    const made = { ...settings, units: { ...settings.units, module: settings.grid.module } };
    withModule.set(settings, made);
    return made;
  }

  /** Whether anything is hidden: by its layer, or because others are looked at alone. */
  get anyHidden(): boolean {
    return this.isolated !== undefined || [...this.shown.tables.layer.values()].some(({ shown }) => !shown);
  }

  /** Asked for every mark of a drawing: answers are kept while nothing they read changed. */
  isHidden(id: string): boolean {
    if (!this.anyHidden) return false;
    const inputs = [this.shown, this.isolated];
    if (this.hiddenIds?.inputs.some((input, i) => input !== inputs[i]) ?? true)
      this.hiddenIds = { inputs, ids: new Map() };
    const { ids } = this.hiddenIds!;
    let hidden = ids.get(id);
    if (hidden === undefined) ids.set(id, (hidden = this.asksHidden(id)));
    return hidden;
  }

  private asksHidden(id: string): boolean {
    const record = findRecord(this.shown, id);
    if (!record) return false;
    const { isolated } = this;
    const alone = isolated?.has(id) || (record.kind === 'opening' && isolated?.has(record.wall));
    if (isolated && !alone && !this.trialIds.has(id)) return true;
    return layerThat(this.shown, 'hidden', record) !== undefined;
  }

  /** Whether the layer of a kind is hidden. */
  hidesKind(what: LayerKind): boolean {
    const { layer } = this.shown.tables;
    return [...layer.values()].some(
      ({ holds, shown }) => !shown && holds.by === 'kind' && holds.what === what
    );
  }

  /** Look at what is selected alone; or at everything again. */
  isolate() {
    this.isolated = this.isolated || this.selection.size === 0 ? undefined : this.selection;
    this.changed();
  }

  get storeyModel(): StoreyModel | undefined {
    return this.model.storey(this.shown, this.storey);
  }

  changed() {
    this.events.changed();
  }

  /** Ask without acting; shows the answer as a trial overlay, or why not. */
  attempt(call: Call | undefined): Result | undefined {
    const result = call && perform(this.state.project, call);
    this.trialPatch = result?.ok ? result.patch : undefined;
    this.trialProject = result?.ok ? applyPatch(this.state.project, result.patch) : undefined;
    this.message = result && !result.ok ? problemMessage(result.problem) : undefined;
    this.changed();
    return result;
  }

  /** Act: one entry of history. Answers the ids made, or undefined when refused (and says why). */
  perform(call: Call): readonly string[] | undefined {
    this.trialPatch = this.trialProject = undefined;
    if (this.readOnly) {
      this.say({
        kind: 'problem',
        text: 'Another tab is editing this house; this one follows.',
        hint: 'Close the other tab to edit here.'
      });
      return undefined;
    }
    const result = perform(this.state.project, call);
    if (!result.ok) {
      this.say(problemMessage(result.problem));
      return undefined;
    }
    this.message = undefined;
    if (result.patch.size > 0) this.apply({ op: 'do', label: result.label, patch: result.patch }, true);
    else this.changed();
    return result.made;
  }

  /** Act, for fields that say beside themselves what was refused: answers that, or undefined when it was done. */
  refusal(call: Call): string | undefined {
    const before = this.state;
    this.perform(call);
    return this.state === before ? this.message?.text : undefined;
  }

  undo() {
    if (this.state.undo.length > 0 && !this.readOnly) this.apply({ op: 'undo' }, true);
  }

  redo() {
    if (this.state.redo.length > 0 && !this.readOnly) this.apply({ op: 'redo' }, true);
  }

  /** Put the whole project back to other records, as one entry that can be undone. */
  restore(patch: Patch, label: string) {
    if (patch.size > 0 && !this.readOnly) this.apply({ op: 'do', label, patch }, true);
  }

  /** Take an operation: our own (`own`), or one of the tab that edits. */
  apply(operation: Operation, own: boolean) {
    this.trialPatch = this.trialProject = undefined;
    this.state = operate(this.state, operation);
    if (!this.state.project.tables.storey.has(this.storey))
      this.storey = storeysInOrder(this.state.project)[0]!.id;
    const left = (ids: ReadonlySet<string>) => [...ids].filter((id) => findRecord(this.state.project, id));
    this.selection = new Set(left(this.selection));
    // What was looked at alone and is gone must not leave an empty sheet behind.
    if (this.isolated && left(this.isolated).length === 0) this.isolated = undefined;
    if (own) this.events.operated(operation, this.state);
    this.changed();
  }

  say(message: Message | undefined) {
    this.message = message;
    this.changed();
  }

  take(tool: Tool | undefined) {
    this.trialPatch = this.trialProject = undefined;
    this.tool = tool;
    this.hover = undefined;
    this.message = undefined;
    if (tool) this.selection = new Set();
    this.changed();
  }

  select(ids: Iterable<string>) {
    this.selection = new Set(ids);
    this.changed();
  }

  toggle(id: string) {
    const next = new Set(this.selection);
    if (!next.delete(id)) next.add(id);
    this.select(next);
  }

  goTo(storey: string) {
    if (!this.state.project.tables.storey.has(storey)) return;
    this.storey = storey;
    this.selection = new Set();
    this.isolated = undefined;
    this.changed();
  }

  get selected(): Rec[] {
    return [...this.selection].flatMap((id) => findRecord(this.shown, id) ?? []);
  }

  /** Things of the storey in a steady order, for stepping through by key. */
  get things(): string[] {
    const { wall, opening, slab, roof, sheet, dimension, guide } = this.project.tables;
    const walls = [...wall.values()].filter((one) => one.storey === this.storey);
    const ids = new Set(walls.map((one) => one.id));
    const all = [
      ...ids,
      ...[...opening.values()].filter((one) => ids.has(one.wall)).map((one) => one.id),
      ...standingOn(this.project, this.storey).keys(),
      ...[slab, roof, sheet, dimension, guide].flatMap((table) =>
        [...table.values()].filter((one) => one.storey === this.storey).map((one) => one.id)
      )
    ];
    return this.anyHidden ? all.filter((id) => !this.isHidden(id)) : all;
  }

  /** Select the next or previous thing; `add` keeps what is selected. */
  step(by: 1 | -1, add: 'add' | 'only' = 'only') {
    const { things } = this;
    if (things.length === 0) return;
    const last = [...this.selection].at(-1);
    const at = last === undefined ? (by > 0 ? -1 : 0) : things.indexOf(last);
    const next = things[(at + by + things.length) % things.length] ?? things[0]!;
    this.select(add === 'add' ? [...[...this.selection].filter((id) => id !== next), next] : [next]);
  }

  deleteSelection() {
    if (this.selection.size === 0) return;
    if (this.perform({ name: 'deleteItems', args: { ids: [...this.selection] } })) this.select([]);
  }

  /** Esc: the tool steps back or is left; then the selection goes. */
  escape() {
    if (this.tool) {
      if (!this.tool.back()) this.take(undefined);
      else this.changed();
    } else if (this.isTrial) this.attempt(undefined);
    else this.select([]);
  }
}

const none: ReadonlySet<string> = new Set();
const withModule = new WeakMap<Settings, Settings>();

function problemMessage({ message, hint }: Problem): Message {
  return { kind: 'problem', text: message, hint };
}
