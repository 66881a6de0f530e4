/** Boxes of meshes, and lines moved. */
import * as THREE from 'three';
import type { Point } from '../core/geometry/point';

export const cornersOf = ({ min, max }: THREE.Box3): THREE.Vector3[] =>
  [min.x, max.x].flatMap((x) =>
    [min.y, max.y].flatMap((y) => [min.z, max.z].map((z) => new THREE.Vector3(x, y, z)))
  );

/** Lines of three numbers a point, lifted. */
export const lifted = (edges: Float32Array, by: number): Float32Array =>
  by === 0 ? edges : edges.map((v, i) => (i % 3 === 1 ? v + by : v));

export function boxOfTriangles(triangles: Float32Array): THREE.Box3 {
  const box = new THREE.Box3();
  return triangles.length > 0 ? box.setFromArray(triangles) : box;
}

/** Whether a box reaches the border of one that holds it. */
export const touches = (whole: THREE.Box3, part: THREE.Box3) =>
  (['x', 'y', 'z'] as const).some(
    (axis) => part.min[axis] <= whole.min[axis] || part.max[axis] >= whole.max[axis]
  );

/** One after another. */
export function concat(arrays: readonly Float32Array[]): Float32Array {
  if (arrays.length === 1) return arrays[0]!;
  const whole = new Float32Array(arrays.reduce((sum, array) => sum + array.length, 0));
  let at = 0;
  for (const array of arrays) {
    whole.set(array, at);
    at += array.length;
  }
  return whole;
}

/** Stretches between places in space, mm. */
export type Stretches = readonly (readonly [Spot, Spot])[];

interface Spot {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  /** The thing that it lies on: it is drawn lifted with that. */
  readonly on?: string | undefined;
}

/** What is under a point of the canvas, and where its surface is met. */
export interface Picked {
  readonly id: string;
  readonly at: Point;
  readonly z: number;
}

/** A place of the scene in plan, and its height above project zero; mm. */
export const spotOf = ({ x, y, z }: THREE.Vector3) => ({ at: { x: x * 1000, y: -z * 1000 }, z: y * 1000 });
