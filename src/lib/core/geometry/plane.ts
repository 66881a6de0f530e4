/** Heights over the plan: planes, as of roofs. */
import { cross, subtract, type Point } from './point';
import { tolerances } from './tolerances';

/** z = a x + b y + c. */
export interface Plane {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

export const flat = (z: number): Plane => ({ a: 0, b: 0, c: z });
export const raise = (plane: Plane, by: number): Plane => ({ ...plane, c: plane.c + by });
export const heightAt = (plane: Plane, p: Point): number => plane.a * p.x + plane.b * p.y + plane.c;

/** Through three places by their heights; undefined where they are in line. */
export function planeThrough(
  [p, q, r]: readonly Point[],
  [zp, zq, zr]: readonly number[]
): Plane | undefined {
  const [d, e] = [subtract(q!, p!), subtract(r!, p!)];
  const across = cross(d, e);
  if (Math.abs(across) < tolerances.scrap) return undefined;
  const [dz, ez] = [zq! - zp!, zr! - zp!];
  const [a, b] = [(dz * e.y - ez * d.y) / across, (ez * d.x - dz * e.x) / across];
  return { a, b, c: zp! - a * p!.x - b * p!.y };
}

/** One plane and so much of another. */
export const combine = (p: Plane, k: number, q: Plane): Plane => ({
  a: p.a + k * q.a,
  b: p.b + k * q.b,
  c: p.c + k * q.c
});
