/** What the model service and the interface tell each other. Geometry goes as typed arrays, by transfer. */
import type { ElementBody } from '../core/derive/graph';
import type { Patch } from '../core/project/patch';
import type { Rec } from '../core/project/records';
import type { Finding } from '../core/review/scope';

/** Metres, Y up. `triangles` and `normals`: nine numbers a triangle; `edges`: six a line. */
export interface ShownPart {
  readonly material: string;
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
  /** Apply and derive. Undefined when a newer call overtook this one: its work was dropped. */
  update(
    revision: number,
    patch: Patch,
    review: boolean,
    progress?: Progress
  ): Promise<ModelUpdate | undefined>;
  cancel(): void;
  exportGlb(progress?: Progress): Promise<Uint8Array>;
}
