/**
 * The interface's end of the model service. It sends the patches that commands made, and no more than that: no table is
 * searched for differences, and where nothing changed nothing is sent. A call in work is overtaken by a newer one when it
 * takes long. A service that fails or falls silent is started again with the present project, and nothing waits for ever.
 */
import * as Comlink from 'comlink';
import type { Project } from '../core/document/kind';
import type { WorksShown } from '../core/document/at-stage';
import { composePatches, invertPatch, type Patch } from '../core/document/patch';
import { allRecords } from '../core/document/project';
import type { Quantity } from '../core/takeoff/quantities';
import type { AsyncModelService, ModelUpdate, Progress } from './protocol';

/** A service that is running somewhere. */
export interface Connection {
  readonly service: AsyncModelService;
  /** Rejects when the service is lost. */
  readonly lost: Promise<never>;
  /** A function that the service may call from where it runs. */
  readonly proxy: (progress: Progress) => Progress;
  readonly close: () => void;
}

/** What is to be shown: `patch` is all that was committed since the last time, `trial` what is only tried. */
export interface Wanted {
  readonly project: Project;
  readonly patch: Patch | 'all';
  readonly trial: Patch | undefined;
  /** All, where it is not said. */
  readonly works?: WorksShown;
}

export interface ClientEvents {
  readonly onUpdate: (update: ModelUpdate) => void;
  readonly onProgress: (done: number, of: number) => void;
  readonly onIdle: () => void;
  /** Why the model does not show the present project; empty when it does again. */
  readonly onBehind: (why: string) => void;
}

export interface Patience {
  /** How long a call may be in work before a newer one overtakes it, ms; so often in a row, or none would ever end. */
  readonly overtake: number;
  readonly mostOvertaken: number;
  /** How long a service may say nothing before it counts as lost, ms. */
  readonly silence: number;
  /** How often in a row it is started again by itself. */
  readonly restarts: number;
}
const usualPatience: Patience = { overtake: 60, mostOvertaken: 2, silence: 30_000, restarts: 2 };
const nothing: Patch = new Map();

/** The service in a worker of its own. */
export function connectWorker(): Connection {
  const worker = new Worker(new URL('./model.worker.ts', import.meta.url), { type: 'module' });
  const lost = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
    worker.onmessageerror = () => reject(new Error('an answer could not be read'));
  });
  return {
    service: Comlink.wrap<AsyncModelService>(worker) as unknown as AsyncModelService,
    lost,
    proxy: (progress) => Comlink.proxy(progress),
    close: () => worker.terminate()
  };
}

export class ModelClient {
  private connection: Connection | undefined;
  private wanted: Wanted | undefined;
  /** Committed and not sent yet; `all` where the service knows nothing. */
  private unsent: Patch | 'all' = 'all';
  private sentTrial: Patch | undefined;
  private sentWorks: WorksShown = 'all';
  private reviewed: Project | undefined;
  private revision = 0;
  private inWork = 0;
  private overtaken = 0;
  private failures = 0;
  private hurry: ReturnType<typeof setTimeout> | undefined;
  private watch: ReturnType<typeof setTimeout> | undefined;
  /** The last call was dropped for something else: it must be made again. */
  private again = false;
  private closed = false;
  /** The person left the work that is under way. */
  private cancelled = false;

  constructor(
    private readonly events: ClientEvents,
    private readonly connect: () => Connection = connectWorker,
    private readonly patience: Patience = usualPatience
  ) {}

  show(wanted: Wanted) {
    const { unsent } = this;
    this.unsent = wanted.patch === 'all' || unsent === 'all' ? 'all' : composePatches(unsent, wanted.patch);
    this.wanted = wanted;
    if (this.inWork === 0) this.send();
    else this.hurry ??= setTimeout(() => this.overtake(), this.patience.overtake);
  }

  private overtake() {
    this.hurry = undefined;
    if (this.inWork === 0 || this.overtaken >= this.patience.mostOvertaken) return;
    this.overtaken += 1;
    this.send();
  }

  private connected(): Connection {
    if (this.connection) return this.connection;
    const connection = this.connect();
    this.connection = connection;
    this.unsent = 'all';
    connection.lost.catch((fault: Error) => this.onLost(connection, fault));
    return connection;
  }

  /** What turns the project that the service has into the one wanted; undefined where it has it already. */
  private collect(): { patch: Patch; whole: boolean; review: boolean } | undefined {
    const { wanted, unsent } = this;
    if (!wanted) return undefined;
    const whole = unsent === 'all';
    const committed = whole
      ? new Map(allRecords(wanted.project).map((after) => [after.id, { after }]))
      : composePatches(this.sentTrial ? invertPatch(this.sentTrial) : nothing, unsent);
    const patch = composePatches(committed, wanted.trial ?? nothing);
    const review = !wanted.trial && this.reviewed !== wanted.project;
    const isAsBefore = (wanted.works ?? 'all') === this.sentWorks && patch.size === 0 && !this.again;
    if (!whole && !review && isAsBefore) return undefined;
    return { patch, whole, review };
  }

  private send() {
    if (this.closed) return;
    const connection = this.connected();
    const message = this.collect();
    if (!message) return this.rest();
    const { patch, whole, review } = message;
    this.sentTrial = this.wanted!.trial;
    this.sentWorks = this.wanted!.works ?? 'all';
    this.unsent = nothing;
    this.again = false;
    const reviewed = review ? this.wanted!.project : undefined;
    if (reviewed) this.reviewed = reviewed;
    const revision = (this.revision += 1);
    this.inWork += 1;
    const progress = connection.proxy((done, of) => {
      // It comes by a way of its own, and may come after the answer: then nothing is waited for any more.
      if (connection !== this.connection || this.inWork === 0) return;
      this.expectNews(connection);
      this.events.onProgress(done, of);
    });
    this.expectNews(connection);
    const { service } = connection;
    // Not one after the other's answer: nothing else may come between them.
    if (whole) service.load([]).catch((fault: Error) => this.onLost(connection, fault));
    service.update(revision, patch, review, this.sentWorks, progress).then(
      (update) => this.onAnswer(connection, revision, update, reviewed),
      (fault: Error) => this.onLost(connection, fault)
    );
  }

  private onAnswer(
    connection: Connection,
    revision: number,
    update: ModelUpdate | undefined,
    reviewed: Project | undefined
  ) {
    if (connection !== this.connection) return;
    this.inWork -= 1;
    if (update) {
      this.failures = 0;
      this.overtaken = 0;
      this.events.onUpdate(update);
      this.events.onBehind('');
    } else {
      if (reviewed && this.reviewed === reviewed) this.reviewed = undefined;
      // Dropped, and by no newer call: it was cancelled, or the service did something else.
      if (revision === this.revision && !this.cancelled) this.again = true;
    }
    if (this.inWork > 0) return;
    if (this.cancelled) {
      this.cancelled = false;
      return this.rest();
    }
    this.send();
  }

  private rest() {
    clearTimeout(this.watch);
    this.events.onIdle();
  }

  private expectNews(connection: Connection) {
    clearTimeout(this.watch);
    this.watch = setTimeout(
      () => this.onLost(connection, new Error('it does not answer any more')),
      this.patience.silence
    );
  }

  private onLost(connection: Connection, fault: Error) {
    if (connection !== this.connection || this.closed) return;
    connection.close();
    clearTimeout(this.watch);
    this.connection = undefined;
    this.unsent = 'all';
    this.reviewed = undefined;
    this.inWork = 0;
    this.failures += 1;
    const why = fault.message || fault.name;
    this.events.onIdle();
    if (this.failures > this.patience.restarts)
      this.events.onBehind(`The model cannot be built (${why}). It is tried again with the next change.`);
    else {
      this.events.onBehind(`The model had to be started again (${why}); it is being built.`);
      this.send();
    }
  }

  /** Leave the work that is under way; the model stays behind until the next change. */
  cancel() {
    if (!this.connection) return;
    this.cancelled = this.inWork > 0;
    if (this.cancelled) this.events.onBehind('Building was cancelled; it goes on with the next change.');
    this.connection.service
      .cancel()
      .catch((fault: Error) => this.connection && this.onLost(this.connection, fault));
  }

  /** The whole model as GLB; undefined when it was cancelled. Rejects when the service is lost. */
  exportGlb(): Promise<Uint8Array | undefined> {
    return this.ask((service, progress) => service.exportGlb(progress));
  }

  /** How much is built of what; undefined when it was cancelled. Rejects when the service is lost. */
  quantities(): Promise<Quantity[] | undefined> {
    return this.ask((service, progress) => service.quantities(progress));
  }

  /** Of the project as it was shown last. */
  private async ask<T>(call: (service: AsyncModelService, progress: Progress) => Promise<T>): Promise<T> {
    if (this.inWork === 0) this.send();
    const connection = this.connected();
    let isDone = false;
    const progress = connection.proxy((done, of) => {
      if (!isDone) this.events.onProgress(done, of);
    });
    try {
      return await Promise.race([call(connection.service, progress), connection.lost]);
    } finally {
      isDone = true;
    }
  }

  close() {
    this.closed = true;
    clearTimeout(this.hurry);
    clearTimeout(this.watch);
    this.connection?.close();
  }
}
