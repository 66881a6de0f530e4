/** Heights over the plan: planes, as of roofs. */
import type { Point } from './point';

/** z = a x + b y + c. */
export interface Plane {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

export const flat = (z: number): Plane => ({ a: 0, b: 0, c: z });
export const raise = (plane: Plane, by: number): Plane => ({ ...plane, c: plane.c + by });
export const heightAt = (plane: Plane, p: Point): number => plane.a * p.x + plane.b * p.y + plane.c;
