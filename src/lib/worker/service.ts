/** The model service itself, free of worker plumbing so that tests and the benchmark can run it in process. */
import { bodyJobs } from '../core/model/bodies';
import { Model } from '../core/model/graph';
import { projectAt, type WorksShown } from '../core/document/at-stage';
import type { ElementBody, Project, Query } from '../core/document/kind';
import { writeGlb, writeTriangles } from '../core/exchange/glb';
import type { Mesh } from '../core/geometry/mesh';
import { applyPatch, type Patch } from '../core/document/patch';
import { projectOf } from '../core/kinds/project-of';
import type { Rec } from '../core/document/record';
import { reviewProject } from '../core/review/review';
import { quantitiesOf, type Quantity } from '../core/takeoff/quantities';
import type { ModelService, ModelUpdate, Progress, ShownElement } from './protocol';

/** How long to work before letting newer calls in, ms. */
const slice = 30;

export class LocalModelService implements ModelService {
  private project: Project = projectOf([]);
  private readonly model = new Model();
  private readonly stageModel = new Model();
  private sent = new Map<string, ElementBody>();
  private turn = 0;
  private cancels = 0;

  constructor(private readonly clock: () => number) {}

  load(records: Rec[]) {
    this.project = projectOf(records);
    this.sent = new Map();
    this.turn += 1;
  }

  cancel() {
    this.cancels += 1;
    this.turn += 1;
  }

  async update(
    revision: number,
    patch: Patch,
    review: boolean,
    works: WorksShown = 'all',
    progress?: Progress
  ): Promise<ModelUpdate | undefined> {
    const from = this.clock();
    this.project = applyPatch(this.project, patch);
    const turn = (this.turn += 1);
    const elements = await this.derive(this.shownAt(works), () => turn !== this.turn, progress);
    if (!elements) return undefined;
    const changed: ShownElement[] = [];
    for (const element of elements) {
      if (this.sent.get(element.id) === element) continue;
      this.sent.set(element.id, element);
      changed.push(showElement(element));
    }
    const removed = this.forgetAllBut(elements);
    const findings = review ? reviewProject(this.model.at(this.project)) : undefined;
    return { revision, changed, removed, findings, milliseconds: this.clock() - from };
  }

  /** Where not all stands at a stage of work it is derived apart, so that what is reviewed is not derived anew. */
  private shownAt(works: WorksShown): Query {
    const all = this.model.at(this.project);
    const then = projectAt(all, works);
    return then === this.project ? all : this.stageModel.at(then);
  }

  /** The ids of what was sent and is there no longer. */
  private forgetAllBut(elements: readonly ElementBody[]): string[] {
    if (this.sent.size === elements.length) return [];
    const present = new Set(elements.map(({ id }) => id));
    const removed = [...this.sent.keys()].filter((id) => !present.has(id));
    for (const id of removed) this.sent.delete(id);
    return removed;
  }

  /** All bodies, pausing now and then; undefined when `isStale` says so at a pause. What is done by then is kept. */
  private async derive(
    query: Query,
    isStale: () => boolean,
    progress?: Progress
  ): Promise<ElementBody[] | undefined> {
    const jobs = bodyJobs(query);
    const done: ElementBody[] = [];
    let since = this.clock();
    for (const [i, job] of jobs.entries()) {
      const body = job();
      if (body) done.push(body);
      if (this.clock() - since < slice) continue;
      progress?.(i + 1, jobs.length);
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (isStale()) return undefined;
      since = this.clock();
    }
    return done;
  }

  async exportGlb(progress?: Progress): Promise<Uint8Array | undefined> {
    const then = this.shownAt('after');
    const elements = await this.whole(then, progress);
    return elements && writeGlb(then.project, elements);
  }

  async quantities(progress?: Progress): Promise<Quantity[] | undefined> {
    const all = this.shownAt('all');
    const elements = await this.whole(all, progress);
    return elements && quantitiesOf(all.project, elements);
  }

  /** Of the project as it is now, whatever comes meanwhile, unless it is cancelled. */
  private whole(query: Query, progress?: Progress): Promise<ElementBody[] | undefined> {
    const { cancels } = this;
    return this.derive(query, () => cancels !== this.cancels, progress);
  }
}

/** All its numbers in one piece of memory, which is handed over as a whole. */
function showElement({ id, kind, storey, parts }: ElementBody): ShownElement {
  let size = 0;
  for (const { mesh } of parts) size += 6 * mesh.indices.length + 3 * mesh.edges.length;
  const memory = new ArrayBuffer(4 * size);
  let used = 0;
  const take = (count: number) => {
    const list = new Float32Array(memory, 4 * used, count);
    used += count;
    return list;
  };
  return {
    id,
    kind,
    storey,
    parts: parts.map(({ role, material, mesh }) => {
      const [triangles, normals] = [take(3 * mesh.indices.length), take(3 * mesh.indices.length)];
      const count = writeTriangles(mesh, triangles, normals);
      const edges = take(3 * mesh.edges.length);
      writeEdges(mesh, edges);
      return {
        role,
        material,
        triangles: triangles.subarray(0, count),
        normals: normals.subarray(0, count),
        edges
      };
    })
  };
}

function writeEdges({ positions: p, edges }: Mesh, lines: Float32Array) {
  for (let i = 0; i < edges.length; i++) {
    const v = 3 * edges[i]!;
    lines[3 * i] = p[v]! / 1000;
    lines[3 * i + 1] = p[v + 2]! / 1000;
    lines[3 * i + 2] = -p[v + 1]! / 1000;
  }
}

/** Buffers to hand over instead of copying. */
export function transfersOf(update: ModelUpdate | undefined): ArrayBuffer[] {
  return (update?.changed ?? []).flatMap(({ parts }) =>
    parts.slice(0, 1).map(({ triangles }) => triangles.buffer as ArrayBuffer)
  );
}
