/**
 * The editing session: the project, its history, the trial overlay, what is selected and which tool is in hand. No DOM
 * and no Svelte; listeners are told when anything changed. Every change to the project goes through a command.
 */
import { perform, type Call } from '../core/commands/register';
import type { Point } from '../core/geometry/point';
import { isOut, projectAt, type WorksShown } from '../core/document/at-stage';
import type { Project, Query, Result, WorkStage } from '../core/document/kind';
import { Model } from '../core/model/graph';
import type { StoreyModel } from '../core/kinds/storey/model';
import { applyPatch, composePatches, type Patch } from '../core/document/patch';
import type { DrawnLines } from '../core/kernels/survey/line-drawing';
import type { Seek, Sought } from '../core/kernels/walls-found/seek';
import { layerThat } from '../core/kinds/layer/layers';
import { workOf } from '../core/document/work';
import type { Problem } from '../core/document/problems';
import { findRecord, settingsOf } from '../core/document/project';
import { storeysInOrder } from '../core/kinds/storey/record';
import type { Rec } from '../core/document/record';
import type { Settings } from '../core/kinds/project/record';
import type { WallEnd } from '../core/kernels/joints/frame';
import {
  depthOf,
  filled,
  isReady,
  operate,
  patchOfOperation,
  tidied,
  type Entry,
  type HistoryState,
  type Operation,
  type Way
} from './history';
import { stageOfTool } from './stages';
import type { Tool } from './tool';
import { hostOf } from '../core/document/copies';
import { usualSizes, type UsualSizes } from '../core/units/usual';
import { Readings } from './readings';
import { Values } from './values';

export interface Message {
  readonly kind: 'problem' | 'done';
  readonly text: string;
  readonly hint: string;
  /** Of a refusal, what its numbers are of: a blank of that name is where it is said. */
  readonly about?: readonly string[];
}

export interface EditorEvents {
  /** Anything at all changed. */
  readonly changed: () => void;
  /** An operation was made here and must be kept. */
  readonly operated: (operation: Operation, state: HistoryState) => void;
}

/** How a box selects: all that it touches, or what it encloses. The way it is drawn does not matter. */
export type BoxTakes = 'touched' | 'enclosed';

/** What a person has chosen to look at and how; changed by the transitions of the editor only. */
export interface Hand {
  readonly storey: string;
  /** Which storey lies faintly under the plan: `below`, `none`, or a storey's id. */
  readonly ghost: string;
  readonly selection: ReadonlySet<string>;
  /** Where in the plan the selection was pointed at, if it was. */
  readonly place: Point | undefined;
  readonly hover: string | undefined;
  readonly tool: Tool | undefined;
  readonly message: Message | undefined;
  /** What is being dragged, and how far. */
  readonly pulled: string | undefined;
  /** Why nothing may be changed here; undefined while it may. */
  readonly readOnly: Message | undefined;
  /** Whether everything but what is in hand is shown faintly. */
  readonly veil: boolean;
  /** The stage of work that is looked at: that of the tool in hand, or the one opened last. */
  readonly stage: WorkStage;
  /** Only these are shown, until all are again. */
  readonly isolated: ReadonlySet<string> | undefined;
  readonly boxTakes: BoxTakes;
  /** Which stages of work are shown: all, what stands before the work, what stands after it. */
  readonly worksShown: WorksShown;
  /** Which end of a wall stays when its length is written; the other moves with what is joined there. */
  readonly holds: WallEnd;
}

/** Where what there is can be seen: what was measured, before a wall stands. */
function opensAt({ tables }: Project): WorkStage {
  const measured = tables.surveyRun.size + tables.surveyRoom.size + tables.tracingSheet.size;
  return tables.wall.size === 0 && measured > 0 ? 'measure' : 'walls';
}

export class Editor {
  readonly model = new Model();
  /** Drawings of lines that lie under plans, by their blob, as far as they are read. */
  readonly drawings = new Map<string, DrawnLines>();
  /** Asks for a photo for a note; where pictures can be read. */
  choosePhoto: ((note: string) => Promise<void>) | undefined;
  /** What the meter read. */
  readonly readings = new Readings();
  /** How walls are sought in them, where that is not done here. */
  seekWalls: ((seek: Seek) => Promise<Sought>) | undefined;
  private history: HistoryState;
  private inHand: Hand;
  private isFree = false;
  private asked: object | undefined;
  private trialPatch: Patch | undefined;
  private trialProject: Project | undefined;
  private uncollected: Patch | 'all' = 'all';
  /** Of the project at the stage of work that is shown: apart, so that neither is derived anew for the other. */
  private readonly stageModel = new Model();
  private atStage: { of: Project; works: WorksShown; project: Project } | undefined;
  private hiddenIds: { inputs: readonly unknown[]; ids: Map<string, boolean> } | undefined;
  private trialSet: { of: Patch | undefined; ids: ReadonlySet<string> } | undefined;
  private roomOfStrings = Infinity;
  private readonly typed = new Map<string, Map<string, number>>();
  private withModule: { of: Settings; settings: Settings } | undefined;

  constructor(
    state: HistoryState,
    private readonly events: EditorEvents
  ) {
    this.history = state;
    this.inHand = {
      storey: storeysInOrder(state.project)[0]!.id,
      ghost: 'below',
      selection: none,
      place: undefined,
      hover: undefined,
      tool: undefined,
      message: undefined,
      pulled: undefined,
      readOnly: undefined,
      veil: false,
      stage: opensAt(state.project),
      isolated: undefined,
      boxTakes: 'enclosed',
      worksShown: 'all',
      holds: 'a'
    };
  }

  get state(): HistoryState {
    return this.history;
  }
  /** All that is in hand, as one value: a new object with every change of it. */
  get hand(): Hand {
    return this.inHand;
  }
  get storey() {
    return this.inHand.storey;
  }
  get ghost() {
    return this.inHand.ghost;
  }
  get selection() {
    return this.inHand.selection;
  }
  get place() {
    return this.inHand.place;
  }
  get hover() {
    return this.inHand.hover;
  }
  get tool() {
    return this.inHand.tool;
  }
  get message() {
    return this.inHand.message;
  }
  get readOnly() {
    return this.inHand.readOnly;
  }
  get stage(): WorkStage {
    return this.inHand.stage;
  }
  get veil() {
    return this.inHand.veil;
  }
  get isolated() {
    return this.inHand.isolated;
  }
  get worksShown() {
    return this.inHand.worksShown;
  }
  get boxTakes() {
    return this.inHand.boxTakes;
  }
  get holds() {
    return this.inHand.holds;
  }
  /** The person holds the key for no snaps. */
  get unsnapped() {
    return this.isFree;
  }

  private turn(change: Partial<Hand>) {
    this.inHand = { ...this.inHand, ...change };
    this.events.changed();
  }

  /** What the pointer is over. */
  hoverOver(id: string | undefined) {
    if (id !== this.inHand.hover) this.turn({ hover: id });
  }

  showGhost(ghost: string) {
    this.turn({ ghost });
  }

  /** Look at a stage of the work; what was in hand is laid down. */
  open(stage: WorkStage) {
    this.asked = undefined;
    if (this.inHand.tool) this.take(undefined);
    this.turn({ stage });
  }

  setVeil(veil: boolean) {
    this.turn({ veil });
  }

  showWorks(worksShown: WorksShown) {
    this.turn({ worksShown });
  }

  selectByBox(boxTakes: BoxTakes) {
    this.turn({ boxTakes });
  }

  holdEnd(holds: WallEnd) {
    this.turn({ holds });
  }

  /** Whether snaps are left aside; told with every move of the pointer, and seen with the next. */
  freePointer(isFree: boolean) {
    this.isFree = isFree;
  }

  /** Why nothing may be changed here, as when another tab edits this house; undefined when it may again. */
  setReadOnly(readOnly: Message | undefined) {
    this.turn({ readOnly });
  }

  /** A tool is asked for that is still to be read; answers whether it is wanted yet, once it is there. */
  ask(): () => boolean {
    const asked = {};
    this.asked = asked;
    return () => this.asked === asked;
  }

  /** Take a tool in hand that may already show something: what it tries, and what it said, stays. */
  hold(tool: Tool, selection: 'kept' | 'dropped' = 'dropped') {
    this.asked = undefined;
    const stage = stageOfTool.get(tool.name) ?? this.stage;
    this.turn({ tool, stage, ...(selection === 'dropped' && { selection: none }) });
  }

  /** The tool in hand has changed within. */
  toolChanged() {
    this.events.changed();
  }

  /** All of the history anew, as it was read from where it is kept. */
  reopen(state: HistoryState) {
    this.forgetTrial();
    this.history = state;
    this.uncollected = 'all';
    this.turn(this.stillThere());
  }

  /** What was committed since the last time of asking; `all` where it is to be taken as new. */
  takeChanges(): {
    readonly project: Project;
    readonly patch: Patch | 'all';
    readonly trial: Patch | undefined;
    readonly works: WorksShown;
  } {
    const patch = this.uncollected;
    this.uncollected = noPatch;
    return { project: this.history.project, patch, trial: this.trialPatch, works: this.worksShown };
  }

  private forgetTrial() {
    this.trialPatch = this.trialProject = undefined;
  }

  get project(): Project {
    return this.history.project;
  }

  /** The project as it would be with the trial accepted: what is drawn. */
  get shown(): Project {
    return this.trialProject ?? this.history.project;
  }

  /** What is drawn of that: all, or what stands before or after the work. */
  get seen(): Query {
    const { shown, worksShown } = this;
    if (worksShown === 'all') return this.model.at(shown);
    if (this.atStage?.of !== shown || this.atStage.works !== worksShown)
      this.atStage = { of: shown, works: worksShown, project: projectAt(this.model.at(shown), worksShown) };
    const { project } = this.atStage;
    return project === shown ? this.model.at(shown) : this.stageModel.at(project);
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
    const settings = settingsOf(this.history.project);
    if (!settings.grid) return settings;
    if (this.withModule?.of !== settings) {
      const units = { ...settings.units, module: settings.grid.module };
      this.withModule = { of: settings, settings: { ...settings, units } };
    }
    return this.withModule.settings;
  }

  /** Whether anything is hidden: by its layer, or because others are looked at alone. */
  get anyHidden(): boolean {
    if (this.isolated !== undefined || this.worksShown !== 'all') return true;
    return [...this.shown.tables.layer.values()].some(({ shown }) => !shown);
  }

  /** Asked for every mark of a drawing: answers are kept while nothing they read changed. */
  isHidden(id: string): boolean {
    if (!this.anyHidden) return false;
    const inputs = [this.shown, this.isolated, this.worksShown];
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
    if (isOut(this.worksShown, workOf(record))) return true;
    const alone = isolated?.has(id) || isolated?.has(hostOf(this.shown, record) ?? '');
    if (isolated && !alone && !this.trialIds.has(id)) return true;
    return layerThat(this.shown, 'hidden', record) !== undefined;
  }

  /** Whether the layer of a kind is hidden. */
  hidesKind(what: string): boolean {
    const { layer } = this.shown.tables;
    return [...layer.values()].some(
      ({ holds, shown }) => !shown && holds.by === 'kind' && holds.what === what
    );
  }

  /** Look at what is selected alone; or at everything again. */
  isolate() {
    this.turn({ isolated: this.isolated || this.selection.size === 0 ? undefined : this.selection });
  }

  /** How deep the dimension strings of a side of the plan may be, mm of paper. */
  get stringRoom(): number {
    return this.roomOfStrings;
  }

  giveStringRoom(room: number) {
    this.roomOfStrings = room;
  }

  /** What the next door and the next window are filled by; null: plain. */
  private chosen: Readonly<Record<'door' | 'window', string | null>> = { door: null, window: null };

  get chosenEntries() {
    return this.chosen;
  }

  chooseEntry(filling: 'door' | 'window', entry: string | null) {
    this.chosen = { ...this.chosen, [filling]: entry };
  }

  /** What was typed in the sentence of a tool, for as long as the house is open; `proposed` elsewhere. */
  valuesOf<K extends string>(tool: string, proposed: (name: K) => number): Values<K> {
    let typed = this.typed.get(tool);
    if (!typed) this.typed.set(tool, (typed = new Map()));
    return new Values(typed, proposed);
  }

  /** Sizes that are proposed. */
  get usual(): UsualSizes {
    return usualSizes(this.settings.units);
  }

  get storeyModel(): StoreyModel | undefined {
    return this.model.storey(this.shown, this.storey);
  }

  /** Ask without acting; shows the answer as a trial overlay, or why not. */
  attempt(call: Call | undefined): Result | undefined {
    const result = call && perform(this.project, call, this.model);
    this.trialPatch = result?.ok ? result.patch : undefined;
    this.trialProject = result?.ok ? applyPatch(this.project, result.patch) : undefined;
    this.turn({
      message: result && (result.ok ? alsoMessage(result.also, 'would') : problemMessage(result.problem))
    });
    return result;
  }

  /** Act: one entry of history. Answers the ids made, or undefined when refused (and says why). */
  perform(call: Call): readonly string[] | undefined {
    this.forgetTrial();
    if (this.readOnly) {
      this.say(this.readOnly);
      return undefined;
    }
    const result = perform(this.project, call, this.model);
    if (!result.ok) {
      this.say(problemMessage(result.problem));
      return undefined;
    }
    this.say(alsoMessage(result.also, 'did'));
    if (result.patch.size > 0) this.apply({ op: 'do', label: result.label, patch: result.patch }, true);
    return result.made;
  }

  /** Act, for fields that say beside themselves what was refused: answers that, or undefined when it was done. */
  refusal(call: Call): string | undefined {
    const before = this.state;
    this.perform(call);
    const { message } = this;
    if (this.state !== before || message?.kind !== 'problem') return undefined;
    this.say(undefined);
    return `${message.text} ${message.hint}`.trim();
  }

  undo() {
    this.step('undo');
  }

  redo() {
    this.step('redo');
  }

  private step(way: Way) {
    const stack = this.history[way];
    if (this.readOnly || depthOf(stack) === 0) return;
    if (isReady(stack)) this.apply({ op: way }, true);
    else this.say({ kind: 'done', text: 'Reading older steps …', hint: 'Press again in a moment.' });
  }

  /** Let go of old entries of history that are on disk up to step `saved`. */
  tidyHistory(saved: number) {
    this.history = tidied(this.history, saved);
  }

  /** Entries of history that were read from the journal. */
  fillHistory(way: Way, entries: readonly Entry[]) {
    this.history = filled(this.history, way, entries);
    this.events.changed();
  }

  /** Put the whole project back to other records, as one entry that can be undone. */
  restore(patch: Patch, label: string) {
    if (patch.size > 0 && !this.readOnly) this.apply({ op: 'do', label, patch }, true);
  }

  /** Take an operation: our own (`own`), or one of the tab that edits. */
  apply(operation: Operation, own: boolean) {
    this.forgetTrial();
    const patch = patchOfOperation(this.history, operation);
    this.history = operate(this.history, operation);
    this.uncollected = this.uncollected === 'all' ? 'all' : composePatches(this.uncollected, patch);
    if (own) this.events.operated(operation, this.history);
    this.turn(this.stillThere());
  }

  /** The hand without what the project no longer has. */
  private stillThere(): Partial<Hand> {
    const { project } = this.history;
    const left = (ids: ReadonlySet<string>) => new Set([...ids].filter((id) => findRecord(project, id)));
    const { storey, selection, isolated } = this.inHand;
    return {
      storey: project.tables.storey.has(storey) ? storey : storeysInOrder(project)[0]!.id,
      selection: left(selection),
      // What was looked at alone and is gone must not leave an empty sheet behind.
      isolated: isolated && left(isolated).size > 0 ? isolated : undefined
    };
  }

  /** A drag says how far it is, until it ends. */
  pull(pulled: string | undefined) {
    this.turn({ pulled });
  }

  say(message: Message | undefined) {
    this.turn({ message });
  }

  /** Take a tool in hand, or none: what was tried is left. */
  take(tool: Tool | undefined) {
    this.asked = undefined;
    this.forgetTrial();
    this.turn({ tool, hover: undefined, message: undefined, ...(tool && { selection: none }) });
  }

  select(ids: Iterable<string>, place?: Point) {
    this.turn({ selection: new Set(ids), place });
  }

  toggle(id: string) {
    const next = new Set(this.selection);
    if (!next.delete(id)) next.add(id);
    this.select(next);
  }

  goTo(storey: string) {
    if (this.project.tables.storey.has(storey)) this.turn({ storey, selection: none, isolated: undefined });
  }

  get selected(): Rec[] {
    return [...this.selection].flatMap((id) => findRecord(this.shown, id) ?? []);
  }

  deleteSelection() {
    if (this.selection.size === 0) return;
    if (this.perform({ name: 'deleteItems', args: { ids: [...this.selection] } })) this.select([]);
  }

  /** Esc: the tool steps back or is left; then the selection goes. */
  escape() {
    this.asked = undefined;
    if (this.tool) {
      if (!this.tool.back()) this.take(undefined);
      else this.toolChanged();
    } else if (this.isTrial) this.attempt(undefined);
    else this.select([]);
  }
}

const none: ReadonlySet<string> = new Set();
const noPatch: Patch = new Map();

/** What changes, or changed, besides what was named. */
function alsoMessage(also: string | undefined, when: 'would' | 'did'): Message | undefined {
  const hint = when === 'would' ? 'Said beforehand: nothing is done yet.' : 'Undo takes it back.';
  return also === undefined ? undefined : { kind: 'done', text: also, hint };
}

function problemMessage({ message, hint, numbers }: Problem): Message {
  return { kind: 'problem', text: message, hint, about: Object.keys(numbers) };
}
