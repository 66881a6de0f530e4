/** One open house: ties the editor to storage, the other tabs and the model service. Views read `tick` to follow it. */
import { flushSync } from 'svelte';
import { PatchMismatch, patchOf } from '../core/document/patch';
import { Keeper } from './keeper';
import { making } from './projects';
import { restored, type Restored } from './restored';
import { allRecords, settingsOf } from '../core/document/project';
import { blobsOf, fitTogether, type BlobMime } from '../core/exchange/blobs';
import type { Finding } from '../core/review/review';
import { Editor, type Hand } from '../editor/editor';
import type { Project } from '../core/document/kind';
import { wanted, type HistoryState, type Operation, type Way } from '../editor/history';
import { WallStyle } from '../editor/style';
import { isTool, takeTool } from '../editor/take-tool';
import type { ActionName } from '../editor/stages';
import type { ToolName } from '../editor/tool';
import { isInMemory } from '../storage/database';
import { ProjectGone, isFinal, storageFault, type StorageFault } from '../storage/faults';
import { addVersion, getBlob, headOf, readSteps, type VersionRow } from '../storage/store';
import { joinTabs, type TabRole, type Told } from '../storage/tabs';
import { onFrame } from '../frame-loop';
import { ModelClient, type Connection } from '../worker/client';
import type { ReadDrawing, SheetReader, SheetService } from '../worker/sheets';
import type { SheetMime } from '../core/kinds/tracing-sheet/record';
import type { SheetPages } from './sheet-pages';
import type { Quantity } from '../core/takeoff/quantities';
import type { ModelUpdate } from '../worker/protocol';

export class House {
  /** Rises with every change of anything; for views that show all of it, or what a tool does within. */
  tick = $state(0);
  /** What is drawn, and what is committed: new objects only when they changed, so that a view follows what it shows. */
  shown = $state.raw<Project>(undefined as never);
  project = $state.raw<Project>(undefined as never);
  history = $state.raw<HistoryState>(undefined as never);
  /** What is in hand and how it is looked at. */
  hand = $state.raw<Hand>(undefined as never);
  /** Why the model does not show what the plan does; empty while it does. */
  behind = $state('');
  saved = $state<number | undefined>();
  saving = $state(false);
  following = $state(false);
  /** Why the last steps are not on disk; what is drawn stays, and can still be handed over as a file. */
  unsaved = $state.raw<StorageFault | undefined>();
  /** Whether the house lives in this page alone. */
  readonly inMemory = isInMemory();
  private found = $state.raw<readonly Finding[]>([]);
  /** What the review says of the house, but of what is half drawn. */
  findings = $derived.by(() => {
    void this.tick;
    const unfinished = new Set(this.editor.tool?.unfinished);
    const held = this.found.filter(({ subjects }) => subjects.some((id) => unfinished.has(id)));
    return held.length === 0 ? this.found : this.found.filter((one) => !held.includes(one));
  });
  /** The file that is being read for a tracing sheet; empty: none. */
  reading = $state('');
  /** The tracing sheet that was laid just now: the plan is to show it. */
  laid: string | undefined;
  /** How much of it is read, from 0 to 1, where that can be told. */
  readShare = $state(0);
  /** The PDF of which a page is being chosen. */
  choosing = $state.raw<
    { name: string; pages: SheetPages; choose: (page: number | undefined) => void } | undefined
  >();
  private reader: SheetReader | undefined;
  progress = $state.raw<{ done: number; of: number } | undefined>();
  update = $state.raw<ModelUpdate | undefined>();
  readonly style: WallStyle;
  private client: ModelClient | undefined;
  private tabs: TabRole | undefined;
  private readonly keeper: Keeper;
  /** The journal cannot be played past some place: a snapshot must come before anything else. */
  private journalGap: boolean;
  private readonly viewers = new Set<(update: ModelUpdate) => void>();
  /** What came while nobody looked: the model view is read after the plan. */
  private unseen: ModelUpdate[] = [];

  private constructor(
    readonly id: string,
    readonly editor: Editor,
    private readonly connect: (() => Connection) | undefined,
    state: Restored
  ) {
    this.keeper = new Keeper(
      id,
      { onKept: (seq, operation) => this.kept(seq, operation), onState: () => this.mirrorKeeper() },
      state.since
    );
    this.saved = state.saved;
    this.journalGap = state.lost > 0;
    this.style = new WallStyle(editor);
    editor.seekWalls = (seek) => this.askSheets((service) => service.walls(seek));
    this.mirror();
  }

  /** Undefined when the project is not in this browser. */
  static async open(id: string, connect?: () => Connection): Promise<House | undefined> {
    const state = await restored(id);
    if (!state) return undefined;
    let house: House | undefined = undefined;
    const editor = new Editor(state.history, {
      changed: () => house?.changed(),
      operated: (operation, after) => house?.keeper.keep(operation, after)
    });
    house = new House(id, editor, connect, state);
    if (state.lost > 0)
      editor.say({
        kind: 'problem',
        text: `The last ${state.lost} steps kept in this browser do not fit the rest and were left out.`,
        hint: 'Look at what is here before going on; versions and files are untouched.'
      });
    house.start();
    return house;
  }

  private start() {
    this.client = new ModelClient(
      {
        onUpdate: (update) => {
          if (update.findings) this.found = update.findings;
          this.update = update;
          if (this.viewers.size === 0) this.unseen.push(update);
          for (const viewer of this.viewers) viewer(update);
        },
        onProgress: (done, of) => (this.progress = { done, of }),
        onIdle: () => (this.progress = undefined),
        onBehind: (why) => (this.behind = why)
      },
      this.connect
    );
    this.tabs = joinTabs(this.id, {
      onEdit: () => void this.becomeEditor(),
      onFollow: () => {
        this.following = true;
        this.editor.setReadOnly({
          kind: 'problem',
          text: 'Another tab is editing this house; this one follows.',
          hint: 'Close the other tab to edit here.'
        });
      },
      onOperation: (told) => void this.follow(told),
      onRemoved: () => this.keeper.giveUp(new ProjectGone())
    });
    this.showModel();
  }

  /**
   * Take what another tab did; where it does not fit what is known here, read it all anew. Without locks that tab may be
   * one of two that edit: then what is in line here goes first, and is refused by the journal.
   */
  private async follow({ seq, operation }: Told) {
    const { next } = this.editor.state;
    if (this.keeper.isBehind || seq < next) return;
    if (seq > next) return this.readAnew();
    try {
      this.editor.apply(operation, false);
      this.tendHistory(seq);
    } catch (fault) {
      if (!(fault instanceof PatchMismatch)) throw fault;
      await this.readAnew();
    }
  }

  /** Read the project again, as the journal has it now. */
  async readAnew() {
    const state = await restored(this.id);
    if (!state) return this.keeper.giveUp(new ProjectGone());
    this.journalGap = state.lost > 0;
    this.saved = state.saved;
    this.editor.reopen(state.history);
  }

  /** This tab may edit: from what the journal has by now, whatever was read before. */
  private async becomeEditor() {
    const head = await headOf(this.id);
    if (head === undefined) return this.keeper.giveUp(new ProjectGone());
    if (head !== this.editor.state.next - 1) await this.readAnew();
    if (this.journalGap) await this.keeper.snapshot(this.editor.state);
    this.journalGap = false;
    this.following = false;
    if (!this.keeper.isLost) this.editor.setReadOnly(undefined);
  }

  /** Give up what is here for what another tab kept. */
  async takeOther() {
    this.keeper.startOver();
    await this.readAnew();
    await this.becomeEditor();
  }

  /** Keep what is here under a new name; answers its id. */
  async keepAsNew(): Promise<string> {
    const { copyToKeep } = await making();
    return copyToKeep(this.editor.project, this.keeper.fault?.kind === 'gone' ? 'same' : 'new');
  }

  /** Once a frame, before anything is drawn in it: the pointer may report faster than anything can be drawn. */
  private changed() {
    onFrame(this.inFrame);
  }

  private readonly inFrame = () => {
    this.mirror();
    flushSync();
    this.showModel();
  };

  private mirror() {
    const { shown, project, state, hand } = this.editor;
    this.shown = shown;
    this.project = project;
    this.history = state;
    this.hand = hand;
    this.tick += 1;
  }

  /**
   * Show what has changed now, without waiting for the next frame: after each key and each blank that was filled, so that
   * what is typed next finds the fields as they are by then, however late a frame may come.
   */
  catchUp() {
    this.mirror();
  }

  private showModel() {
    this.client?.show(this.editor.takeChanges());
  }

  /** Send the whole model once more, to a view that has none of it. */
  drawAnew() {
    this.client?.show({ ...this.editor.takeChanges(), patch: 'all' });
  }

  /** Every update of the model service, in order; those first that nobody has seen. Answers how to stop. */
  watchModel(viewer: (update: ModelUpdate) => void): () => void {
    this.viewers.add(viewer);
    for (const update of this.unseen.splice(0)) viewer(update);
    return () => this.viewers.delete(viewer);
  }

  private kept(seq: number, operation: Operation) {
    this.tabs?.tell({ seq, operation });
    this.saved = Date.now();
    this.tendHistory(seq);
  }

  /** Old entries of history go out of memory, and come back before they are needed. */
  private tendHistory(saved: number) {
    this.editor.tidyHistory(saved);
    for (const way of ['undo', 'redo'] as const) void this.fill(way);
  }

  private async fill(way: Way) {
    const seqs = wanted(this.editor.state[way]);
    if (seqs.length > 0) this.editor.fillHistory(way, await readSteps(this.id, seqs));
  }

  private mirrorKeeper() {
    this.saving = this.keeper.isBehind;
    this.unsaved = this.keeper.fault;
    if (this.keeper.isLost && this.keeper.fault)
      this.editor.setReadOnly({ ...this.keeper.fault, kind: 'problem' });
  }

  /** All that was done is on disk, or cannot be now. */
  settled(): Promise<void> {
    return this.keeper.settled();
  }

  /** Whether nothing can be kept under this name any more. */
  get isLost(): boolean {
    return isFinal(this.unsaved);
  }

  /** Whether leaving the page would lose something. */
  get isAtRisk(): boolean {
    return this.keeper.isBehind || (this.inMemory && this.editor.state.next > 1);
  }

  take(name: ToolName | ActionName) {
    if (isTool(name)) takeTool(this.editor, this.style, name);
    this.catchUp();
  }

  cancelWork() {
    this.client?.cancel();
    this.progress = undefined;
  }

  /** Undefined when it was cancelled. */
  exportGlb(): Promise<Uint8Array | undefined> {
    return this.whileShown(this.client!.exportGlb());
  }

  /** How much is built of what is committed; undefined when it was cancelled. */
  quantities(): Promise<Quantity[] | undefined> {
    return this.whileShown(this.client!.quantities());
  }

  private whileShown<T>(answer: Promise<T>): Promise<T> {
    return answer.finally(() => (this.progress = undefined));
  }

  /** Answers why not, when it could not be kept. */
  async nameVersion(name: string): Promise<StorageFault | undefined> {
    await this.keeper.settled();
    try {
      await addVersion(this.id, name, this.editor.project);
      return undefined;
    } catch (fault) {
      return storageFault(fault);
    }
  }

  /** Go back to a version: an ordinary entry of history, so it can be undone. */
  goBackTo(version: VersionRow) {
    const { project } = this.editor;
    // The house stays the same one, whichever of its states it has.
    const { guid } = settingsOf(project);
    const records = version.records.map((one) => (one.kind === 'project' ? { ...one, guid } : one));
    const kept = new Set(records.map(({ id }) => id));
    const removes = allRecords(project).flatMap(({ id }) => (kept.has(id) ? [] : [id]));
    this.editor.restore(patchOf(project, records, removes), `Go back to “${version.name}”`);
  }

  /** Ask the reader of sheets, which is read itself with the first one. */
  async askSheets<T>(call: (service: SheetService) => Promise<T>): Promise<T> {
    this.reader ??= new (await import('../worker/sheets')).SheetReader();
    return this.reader.ask(call);
  }

  /** A drawing of lines; how much of it is read is told meanwhile. */
  async readDrawing(bytes: Uint8Array, mime: SheetMime, page = 1): Promise<ReadDrawing> {
    const { heard } = await import('../worker/sheets');
    this.readShare = 0;
    try {
      return await this.askSheets((service) =>
        service.drawing(
          bytes,
          mime,
          page,
          heard((share) => (this.readShare = share))
        )
      );
    } finally {
      this.readShare = 0;
    }
  }

  /** Leave what is being read for a tracing sheet. */
  stopReading() {
    this.reader?.stop();
  }

  async blobs(): Promise<Map<string, Uint8Array>> {
    const out = new Map<string, Uint8Array>();
    for (const name of blobsOf(this.editor.project).keys()) {
      const row = await getBlob(name);
      if (row) out.set(name, row.bytes);
    }
    return out;
  }

  /** Whether one more file fits into that of the project, with all that is kept already. */
  async fits(mime: BlobMime, size: number): Promise<boolean> {
    const kept = await this.blobs();
    const others = [...blobsOf(this.editor.project)].flatMap(([name, own]) => {
      const bytes = kept.get(name)?.length;
      return bytes === undefined ? [] : [{ mime: own, size: bytes }];
    });
    return fitTogether([...others, { mime, size }]);
  }

  close() {
    this.client?.close();
    this.stopReading();
    this.tabs?.close();
    this.keeper.close();
  }
}
