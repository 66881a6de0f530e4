/**
 * Keeps the steps of one open project on disk, in order. What could not be kept stays in line and is tried again by
 * itself; only a project that is gone, or that another tab has changed, is given up, and said.
 */
import { seqsOf, type HistoryState, type Operation } from '../editor/history';
import { isFinal, storageFault, type StorageFault } from '../storage/faults';
import { keepSteps, snapshotEvery, takeSnapshot } from '../storage/store';

export interface KeeperEvents {
  /** A step is on disk. */
  readonly onKept: (seq: number, operation: Operation) => void;
  /** Anything that `Saved` depends on has changed. */
  readonly onState: () => void;
}

interface Waiting {
  readonly operation: Operation;
  readonly after: HistoryState;
}

const firstRetry = 2000;
const lastRetry = 30_000;

export class Keeper {
  /** Why the steps in line are not on disk. */
  fault: StorageFault | undefined;
  private line: Waiting[] = [];
  private writing: Promise<void> | undefined;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private wait = firstRetry;

  /** `sinceSnapshot`: steps in the journal since its last snapshot. */
  constructor(
    private readonly id: string,
    private readonly events: KeeperEvents,
    private sinceSnapshot: number
  ) {}

  /** Whether steps are not on disk yet. */
  get isBehind(): boolean {
    return this.line.length > 0;
  }

  /** Whether there is no use in trying again. */
  get isLost(): boolean {
    return isFinal(this.fault);
  }

  keep(operation: Operation, after: HistoryState) {
    this.line.push({ operation, after });
    if (!this.isLost && !this.fault) this.write();
    this.events.onState();
  }

  /** Resolves when nothing is in line, or it cannot be kept now. */
  async settled(): Promise<void> {
    while (this.writing) await this.writing;
  }

  /** Try again now. */
  write() {
    clearTimeout(this.retry);
    this.writing ??= this.writeLine().finally(() => {
      this.writing = undefined;
      this.events.onState();
    });
  }

  /** Nothing can be kept under this name any more. */
  giveUp(fault: unknown) {
    this.fault = storageFault(fault);
    clearTimeout(this.retry);
    this.events.onState();
  }

  /** What is in line is dropped, and with it why it could not be kept. */
  startOver() {
    this.line = [];
    this.fault = undefined;
    this.events.onState();
  }

  private async writeLine() {
    try {
      while (this.line.length > 0) {
        const now = [...this.line];
        const { after } = now.at(-1)!;
        const from = after.next - now.length;
        await keepSteps(
          this.id,
          from,
          now.map(({ operation }) => operation),
          after.project
        );
        this.line.splice(0, now.length);
        this.fault = undefined;
        this.wait = firstRetry;
        now.forEach(({ operation }, i) => this.events.onKept(from + i, operation));
        this.sinceSnapshot += now.length;
        if (this.sinceSnapshot >= snapshotEvery) await this.snapshot(after);
      }
    } catch (fault) {
      this.fault = storageFault(fault);
      if (this.isLost) return;
      this.retry = setTimeout(() => this.write(), this.wait);
      this.wait = Math.min(lastRetry, 2 * this.wait);
    }
  }

  /** The journal has all of it: a snapshot that fails is made another time. */
  async snapshot(state: HistoryState) {
    try {
      await takeSnapshot(this.id, state.next - 1, state.project, seqsOf(state.undo), seqsOf(state.redo));
      this.sinceSnapshot = 0;
    } catch {
      this.sinceSnapshot = snapshotEvery - 20;
    }
  }

  close() {
    clearTimeout(this.retry);
  }
}
