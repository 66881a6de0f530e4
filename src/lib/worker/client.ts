/** The interface's end of the model service: sends what changed, keeps one call under way, drops what is stale. */
import * as Comlink from 'comlink';
import { allRecords } from '../core/project/project';
import type { Project } from '../core/project/records';
import { diffProjects } from './client-diff';
import type { ModelService, ModelUpdate } from './protocol';

export interface ClientEvents {
  readonly onUpdate: (update: ModelUpdate) => void;
  readonly onProgress: (done: number, of: number) => void;
  readonly onIdle: () => void;
}

export class ModelClient {
  private readonly worker = new Worker(new URL('./model.worker.ts', import.meta.url), { type: 'module' });
  private readonly service = Comlink.wrap<ModelService>(this.worker);
  private sent: Project | undefined;
  private wanted: { project: Project; trial: boolean } | undefined;
  private busy = false;
  private revision = 0;
  private reviewed: Project | undefined;

  constructor(private readonly events: ClientEvents) {}

  /** Show this project; a trial is not reviewed. Calls made while one is under way are folded into the newest. */
  show(project: Project, trial: boolean) {
    this.wanted = { project, trial };
    if (!this.busy) void this.work();
  }

  private async work() {
    this.busy = true;
    while (this.wanted) {
      const { project, trial } = this.wanted;
      this.wanted = undefined;
      if (!this.sent) await this.service.load([]);
      const patch = this.sent
        ? diffProjects(this.sent, project)
        : new Map(allRecords(project).map((after) => [after.id, { after }]));
      this.sent = project;
      const review = !trial && this.reviewed !== project;
      if (review) this.reviewed = project;
      this.revision += 1;
      const progress = Comlink.proxy((done: number, of: number) => this.events.onProgress(done, of));
      const update = await this.service.update(this.revision, patch, review, progress);
      if (update) this.events.onUpdate(update);
    }
    this.busy = false;
    this.events.onIdle();
  }

  cancel() {
    void this.service.cancel();
  }

  exportGlb(): Promise<Uint8Array> {
    return this.service.exportGlb(
      Comlink.proxy((done: number, of: number) => this.events.onProgress(done, of))
    );
  }

  close() {
    this.worker.terminate();
  }
}
