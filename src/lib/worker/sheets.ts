/**
 * Reading what lies under plans, in a worker of its own: pictures made grey, clear or right, drawings as lines. A reading
 * that is left is stopped with its worker; the next one has a new one.
 */
import * as Comlink from 'comlink';
import type { Box } from '../core/geometry/ring';
import type { LineDrawing } from '../core/kernels/survey/line-drawing';
import type { Seek, Sought } from '../core/kernels/walls-found/seek';
import type { IfcStorey } from './ifc';
import type { SheetMime, TracingSheet } from '../core/kinds/tracing-sheet/record';

export type SheetLook = Pick<TracingSheet, 'greys' | 'clearPaper' | 'rectangle'>;

export interface ReadPicture {
  /** The finest first, each half as fine as the one before. */
  readonly pictures: readonly ImageBitmap[];
  readonly box: Box;
}

/** Why a drawing could not be read: a code of the problems, and what it tells. */
export type ReadDrawing =
  | { readonly ok: true; readonly drawing: LineDrawing }
  | { readonly ok: false; readonly code: DrawingFault; readonly texts: Record<string, string> };

export type DrawingFault =
  | 'ifc.broken'
  | 'ifc.storeys'
  | 'ifc.empty'
  | 'dxf.broken'
  | 'dxf.cut'
  | 'dxf.empty'
  | 'dxf.much'
  | 'svg.broken'
  | 'svg.empty'
  | 'svg.much';

export interface SheetService {
  /** Pixels of a picture; throws where it is none that can be decoded. */
  size(bytes: Uint8Array, mime: SheetMime): Promise<{ width: number; height: number }>;
  /** Throws where it is no picture that can be decoded. */
  picture(bytes: Uint8Array, mime: SheetMime, look: SheetLook): Promise<ReadPicture>;
  /** `page`: of an IFC model the number of the storey, from the lowest. */
  drawing(
    bytes: Uint8Array,
    mime: SheetMime,
    page: number,
    onShare: (share: number) => void
  ): Promise<ReadDrawing>;
  /** Of an IFC model; undefined where it cannot be read. */
  storeys(bytes: Uint8Array): Promise<readonly IfcStorey[] | undefined>;
  walls(seek: Seek): Promise<Sought>;
}

/** What is called from the worker. */
export const heard = (onShare: (share: number) => void) => Comlink.proxy(onShare);

/** What was asked for was left. */
export class ReadingLeft extends Error {}

export class SheetReader {
  private worker: Worker | undefined;
  /** Kept as long as the worker: let go, it would end the service there. */
  private service: Comlink.Remote<SheetService> | undefined;
  /** How each of what is asked for is left. */
  private readonly waiting = new Set<(fault: Error) => void>();

  /** Ask the service; rejects with `ReadingLeft` when it is stopped, with an error when its worker dies. */
  async ask<T>(call: (service: SheetService) => Promise<T>): Promise<T> {
    const service = this.connected();
    let leave: (fault: Error) => void = () => undefined;
    const lost = new Promise<never>((_, reject) => (leave = reject));
    this.waiting.add(leave);
    try {
      return await Promise.race([call(service), lost]);
    } finally {
      this.waiting.delete(leave);
    }
  }

  private connected(): Comlink.Remote<SheetService> {
    if (this.service) return this.service;
    const worker = new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' });
    worker.onerror = (event) => this.end(new Error(event.message || 'reading it failed'));
    this.worker = worker;
    this.service = Comlink.wrap<SheetService>(worker);
    return this.service;
  }

  /** Leave all that is being read. */
  stop() {
    this.end(new ReadingLeft());
  }

  private end(fault: Error) {
    this.worker?.terminate();
    this.worker = undefined;
    this.service = undefined;
    for (const leave of [...this.waiting]) leave(fault);
  }
}
