/** What a camera sees: boxes brought into view, rays through points of its canvas. */
import * as THREE from 'three';
import { cornersOf } from './boxes';

/** The zoom at which all corners of a box are in view, with a margin and room for the buttons on top. */
export function zoomFor(camera: THREE.OrthographicCamera, box: THREE.Box3, centre: THREE.Vector3): number {
  const inverse = camera.matrixWorld.clone().invert();
  const middle = centre.clone().applyMatrix4(inverse);
  let [wide, high] = [0.5, 0.5];
  for (const corner of cornersOf(box)) {
    corner.applyMatrix4(inverse);
    wide = Math.max(wide, Math.abs(corner.x - middle.x));
    high = Math.max(high, Math.abs(corner.y - middle.y));
  }
  return 0.88 * Math.min(camera.right / wide, camera.top / high);
}

/** How far from the middle of the picture a box reaches; 1 is its edge. */
export function reachInView(camera: THREE.Camera, box: THREE.Box3): number {
  const places = cornersOf(box).map((corner) => corner.project(camera));
  return Math.max(...places.flatMap(({ x, y }) => [Math.abs(x), Math.abs(y)]));
}

/** Through a point of the page. */
export function rayAt(
  canvas: HTMLCanvasElement,
  camera: THREE.Camera,
  x: number,
  y: number
): THREE.Raycaster {
  const rect = canvas.getBoundingClientRect();
  const ray = new THREE.Raycaster();
  ray.firstHitOnly = true;
  ray.setFromCamera(
    new THREE.Vector2(((x - rect.left) / rect.width) * 2 - 1, 1 - ((y - rect.top) / rect.height) * 2),
    camera
  );
  return ray;
}
