/** One open house: ties the editor to storage, the other tabs and the model service. Views read `tick` to follow it. */
import { flushSync } from 'svelte';
import { nanoid } from 'nanoid';
import { PatchMismatch, patchOf } from '../core/document/patch';
import { allRecords, settingsOf } from '../core/document/project';
import type { Finding } from '../core/review/review';
import { Editor, type Hand } from '../editor/editor';
import type { Project } from '../core/document/kind';
import { operate, type HistoryState, type Operation } from '../editor/history';
import { WallStyle } from '../editor/style';
import { isTool, takeTool } from '../editor/take-tool';
import type { ActionName } from '../editor/stages';
import type { ToolName } from '../editor/tool';
import {
  addVersion,
  getBlob,
  journalOperation,
  openProject,
  putBlob,
  snapshotEvery,
  takeSnapshot,
  type VersionRow
} from '../storage/store';
import { joinTabs, type TabRole, type Told } from '../storage/tabs';
import { onFrame } from '../frame-loop';
import { ModelClient, type Connection } from '../worker/client';
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
  /** Why the last operation is not on disk; what is drawn stays, and can still be handed over as a file. */
  unsaved = $state('');
  findings = $state.raw<readonly Finding[]>([]);
  progress = $state.raw<{ done: number; of: number } | undefined>();
  update = $state.raw<ModelUpdate | undefined>();
  readonly style: WallStyle;
  private client: ModelClient | undefined;
  private tabs: TabRole | undefined;
  private queue: Promise<void> = Promise.resolve();
  private operations = 0;
  /** The journal cannot be played past some place: the next snapshot must come at once. */
  private journalGap = false;
  /** Number of the last operation known here. */
  private seq = 0;
  private readonly viewers = new Set<(update: ModelUpdate) => void>();

  private constructor(
    readonly id: string,
    readonly editor: Editor,
    private readonly connect: (() => Connection) | undefined
  ) {
    this.style = new WallStyle(editor);
    this.mirror();
  }

  /** Undefined when the project is not in this browser. */
  static async open(id: string, connect?: () => Connection): Promise<House | undefined> {
    const state = await restored(id);
    if (!state) return undefined;
    let house: House | undefined = undefined;
    const editor = new Editor(state.history, {
      changed: () => house?.changed(),
      operated: (operation, after) => house?.keep(operation, after)
    });
    house = new House(id, editor, connect);
    house.saved = state.saved;
    house.operations = state.operations;
    house.seq = state.seq;
    house.journalGap = state.lost > 0;
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
          if (update.findings) this.findings = update.findings;
          this.update = update;
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
        this.editor.setReadOnly(true);
      },
      onOperation: (told) => void this.follow(told)
    });
    this.showModel();
  }

  /** Take what the editing tab did; where it does not fit what is known here, read it all anew. */
  private async follow({ seq, operation }: Told) {
    if (!this.following || seq <= this.seq) return;
    this.seq = seq;
    try {
      this.editor.apply(operation, false);
    } catch (fault) {
      if (!(fault instanceof PatchMismatch)) throw fault;
      await this.readAnew();
    }
  }

  private async readAnew() {
    const state = await restored(this.id);
    if (!state) return;
    this.operations = state.operations;
    this.seq = state.seq;
    this.editor.reopen(state.history);
  }

  /** The other tab is gone: take its last state from the journal and edit from there. */
  private async becomeEditor() {
    if (this.following) await this.readAnew();
    this.following = false;
    this.editor.setReadOnly(false);
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

  /** Show what has changed now, without waiting for the next frame. */
  catchUp() {
    this.mirror();
  }

  private showModel() {
    this.client?.show(this.editor.takeChanges());
  }

  /** Every update of the model service, in order. Answers how to stop. */
  watchModel(viewer: (update: ModelUpdate) => void): () => void {
    this.viewers.add(viewer);
    return () => this.viewers.delete(viewer);
  }

  private keep(operation: Operation, after: HistoryState) {
    this.saving = true;
    this.queue = this.queue
      .then(() => this.write(operation, after))
      .catch((fault: Error) => {
        this.saving = false;
        this.unsaved = `Not saved: ${fault.message || fault.name}.`;
      });
  }

  private async write(operation: Operation, after: HistoryState) {
    this.seq = await journalOperation(this.id, operation, after.project);
    this.tabs?.tell({ seq: this.seq, operation });
    this.operations += 1;
    // After a failed write, too, the journal has a gap; a snapshot closes it.
    if (this.unsaved || this.journalGap || this.operations % snapshotEvery === 0)
      await takeSnapshot(this.id, this.seq, after.project, after.undo, after.redo);
    this.journalGap = false;
    this.saved = Date.now();
    this.saving = false;
    this.unsaved = '';
  }

  /** All that was done is on disk. */
  settled(): Promise<void> {
    return this.queue;
  }

  take(name: ToolName | ActionName) {
    if (isTool(name)) takeTool(this.editor, this.style, name);
  }

  cancelWork() {
    this.client?.cancel();
    this.progress = undefined;
  }

  /** Undefined when it was cancelled. */
  async exportGlb(): Promise<Uint8Array | undefined> {
    try {
      return await this.client!.exportGlb();
    } finally {
      this.progress = undefined;
    }
  }

  async nameVersion(name: string): Promise<void> {
    await this.queue;
    await addVersion(this.id, name, this.editor.project);
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

  async layTracingSheet(
    name: string,
    mime: 'image/png' | 'image/jpeg',
    bytes: Uint8Array,
    widthPx: number,
    heightPx: number
  ): Promise<void> {
    const blob = nanoid();
    await putBlob(blob, mime, bytes);
    const ids = this.editor.perform({
      name: 'addTracingSheet',
      args: { storey: this.editor.storey, name, blob, mime, widthPx, heightPx }
    });
    if (ids) this.editor.select(ids);
  }

  async blobs(): Promise<Map<string, Uint8Array>> {
    const out = new Map<string, Uint8Array>();
    for (const sheet of this.editor.project.tables.tracingSheet.values()) {
      const row = await getBlob(sheet.blob);
      if (row) out.set(sheet.blob, row.bytes);
    }
    return out;
  }

  close() {
    this.client?.close();
    this.tabs?.close();
  }
}

interface Restored {
  readonly history: HistoryState;
  readonly saved: number;
  readonly operations: number;
  readonly seq: number;
  /** Operations at the end of the journal that do not fit what is before them. */
  readonly lost: number;
}

/** Snapshot and journal played again, as far as they fit each other. */
async function restored(id: string): Promise<Restored | undefined> {
  const stored = await openProject(id);
  if (!stored) return undefined;
  let history: HistoryState = { project: stored.project, undo: stored.undo, redo: stored.redo };
  let played = 0;
  try {
    for (const operation of stored.operations) {
      history = operate(history, operation);
      played += 1;
    }
  } catch (fault) {
    if (!(fault instanceof PatchMismatch)) throw fault;
  }
  const { operations, saved, seq } = stored;
  return { history, saved, operations: operations.length, seq, lost: operations.length - played };
}
