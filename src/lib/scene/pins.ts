/** Notes and photos in the model: a pin on a stem, and a cone the way one looked. */
import * as THREE from 'three';
import type { Point } from '../core/geometry/point';
import { spotOf } from './boxes';

/** `foot`: the floor under it; `height` of the pin above that; mm. `angle`: the way one looked, null where none. */
export interface Pin {
  readonly id: string;
  readonly at: Point;
  readonly foot: number;
  readonly height: number;
  readonly angle: number | null;
}

/** Seen through whatever stands before them. */
const through = { depthTest: false, transparent: true, opacity: 0.9 };

/** m. */
const [head, stem, sight] = [0.07, 0.012, 0.3];
/** Its head has so many at least, from its middle. */
const leastPixels = 6;

type Laid = {
  readonly ball: THREE.Mesh;
  readonly rod: THREE.Mesh;
  readonly long: number;
  readonly top: THREE.Vector3;
} & (
  | { readonly cone: THREE.Mesh; readonly way: THREE.Vector3 }
  | { readonly cone?: undefined; readonly way?: undefined }
);

export class Pins {
  private readonly group = new THREE.Group();
  private laid: readonly Laid[] = [];
  private told = '[]';
  private pixel = 0.01;
  private readonly plain = new THREE.MeshBasicMaterial(through);
  private readonly held = new THREE.MeshBasicMaterial(through);
  private readonly ball = new THREE.SphereGeometry(head, 16, 12);
  private readonly rod = new THREE.CylinderGeometry(stem, stem, 1, 6);
  private readonly cone = new THREE.ConeGeometry(head * 0.8, sight, 16, 1, true);

  constructor(scene: THREE.Scene) {
    scene.add(this.group);
  }

  setInks(plain: string, held: string) {
    this.plain.color.set(plain);
    this.held.color.set(held);
  }

  /** Answers whether they are others than before. */
  put(pins: readonly Pin[], selected: ReadonlySet<string>): boolean {
    const told = JSON.stringify(pins.map((pin) => [pin, selected.has(pin.id)]));
    if (told === this.told) return false;
    this.told = told;
    this.group.clear();
    this.laid = pins.map(({ id, at, foot, height, angle }) => {
      const ink = selected.has(id) ? this.held : this.plain;
      const add = (shape: THREE.BufferGeometry) => {
        const mesh = new THREE.Mesh(shape, ink);
        mesh.userData.id = id;
        mesh.renderOrder = 4;
        this.group.add(mesh);
        return mesh;
      };
      const [x, z, low, high] = [at.x / 1000, -at.y / 1000, foot / 1000, (foot + height) / 1000];
      const top = new THREE.Vector3(x, high, z);
      const [ball, rod] = [add(this.ball), add(this.rod)];
      ball.position.copy(top);
      rod.position.set(x, (low + high) / 2, z);
      const long = Math.max(0.001, Math.abs(high - low));
      if (angle === null) return { ball, rod, long, top };
      // Its tip at the pin, open the way one looked.
      const way = new THREE.Vector3(Math.cos(angle), 0, -Math.sin(angle));
      const cone = add(this.cone);
      cone.quaternion.setFromUnitVectors(new THREE.Vector3(0, 1, 0), way.clone().negate());
      return { ball, rod, long, top, cone, way };
    });
    this.toScale(this.pixel);
    return true;
  }

  /** As large on the screen whatever is in view, and no smaller than they are. `pixel`: m. */
  toScale(pixel: number) {
    this.pixel = pixel;
    const k = Math.max(1, (leastPixels * pixel) / head);
    for (const { ball, rod, long, top, cone, way } of this.laid) {
      ball.scale.setScalar(k);
      rod.scale.set(k, long, k);
      if (!cone) continue;
      cone.scale.setScalar(k);
      cone.position.copy(top).addScaledVector(way, k * (head + sight / 2));
    }
  }

  /** The pin that a ray meets first, and how far off. */
  meets(
    ray: THREE.Raycaster
  ): { readonly id: string; readonly far: number; readonly at: Point; readonly z: number } | undefined {
    const hit = ray.intersectObjects(this.group.children, false)[0];
    return hit && { id: hit.object.userData.id as string, far: hit.distance, ...spotOf(hit.point) };
  }

  dispose() {
    for (const one of [this.plain, this.held, this.ball, this.rod, this.cone]) one.dispose();
  }
}
