/** What the model service and the interface tell each other. Geometry goes as typed arrays, by transfer. */
import type { PartRole } from '../core/kernels/solids/part';
import type { WorksShown } from '../core/document/at-stage';
import type { ElementBody } from '../core/document/kind';
import type { Patch } from '../core/document/patch';
import type { Rec } from '../core/document/record';
import type { Finding } from '../core/review/review';
import type { Quantity } from '../core/takeoff/quantities';

/** Metres, Y up. `triangles` and `normals`: nine numbers a triangle; `edges`: six a line. */
export interface ShownPart {
  readonly role: PartRole;
  /** Material id; null where none is chosen. */
  readonly material: string | null;
  readonly triangles: Float32Array;
  readonly normals: Float32Array;
  readonly edges: Float32Array;
}

export interface ShownElement {
  readonly id: string;
  readonly kind: ElementBody['kind'];
  readonly storey: string;
  readonly parts: readonly ShownPart[];
}

export interface ModelUpdate {
  readonly revision: number;
  readonly changed: readonly ShownElement[];
  readonly removed: readonly string[];
  readonly findings: readonly Finding[] | undefined;
  readonly milliseconds: number;
}

export type Progress = (done: number, of: number) => void;

export interface ModelService {
  load(records: Rec[]): void;
  /** Apply, and derive what stands at the stages of work that are shown; all is reviewed. Undefined when a newer call overtook this one: its work was dropped. */
  update(
    revision: number,
    patch: Patch,
    review: boolean,
    works: WorksShown,
    progress?: Progress
  ): Promise<ModelUpdate | undefined>;
  cancel(): void;
  /** Undefined when it was cancelled. */
  exportGlb(progress?: Progress): Promise<Uint8Array | undefined>;
  /** How much is built of what; undefined when it was cancelled. */
  quantities(progress?: Progress): Promise<Quantity[] | undefined>;
}

/** The same, from where it is not: every answer has to be waited for. */
export type AsyncModelService = {
  readonly [K in keyof ModelService]: (
    ...args: Parameters<ModelService[K]>
  ) => Promise<Awaited<ReturnType<ModelService[K]>>>;
};
