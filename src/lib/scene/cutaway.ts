/**
 * A plane that cuts a part of the model away. Bodies are closed, so wherever the back of a face is seen, the plane goes
 * through the body: these are drawn in one dark fill, as a section is.
 */
import * as THREE from 'three';
import { themes, type Tokens } from '../tokens';

/** From where it cuts. */
export const cutWays = ['none', 'south', 'north', 'west', 'east', 'above'] as const;

export type CutWay = (typeof cutWays)[number];

/** Bodies are seen on this layer too: their lines are not filled. */
export const bodyLayer = 1;

/** Out of what is kept, in metres of the scene (x east, y up, z south). */
const normals: Readonly<Record<Exclude<CutWay, 'none'>, THREE.Vector3>> = {
  south: new THREE.Vector3(0, 0, -1),
  north: new THREE.Vector3(0, 0, 1),
  west: new THREE.Vector3(1, 0, 0),
  east: new THREE.Vector3(-1, 0, 0),
  above: new THREE.Vector3(0, -1, 0)
};

/** From where to where a box reaches along the way of a cut, mm of the plan or of height. */
export function reachOfCut(way: CutWay, box: THREE.Box3): readonly [number, number] {
  if (way === 'none' || box.isEmpty()) return [0, 0];
  const { min, max } = box;
  const span =
    way === 'above' ? [min.y, max.y] : way === 'south' || way === 'north' ? [-max.z, -min.z] : [min.x, max.x];
  return [Math.round(span[0]! * 1000), Math.round(span[1]! * 1000)];
}

export class Cutaway {
  private readonly plane = new THREE.Plane();
  isOn = false;
  /** Set back as surfaces are: from afar the back of a thin ply would come before its face. */
  private readonly inside = new THREE.MeshBasicMaterial({
    ...{ side: THREE.BackSide, color: themes.day.slate },
    ...{ polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 }
  });

  constructor(private readonly renderer: THREE.WebGLRenderer) {}

  setTokens({ slate }: Tokens) {
    this.inside.color.set(slate);
  }

  /** `at`: mm of the plan across it, or of height. */
  set(way: CutWay, at: number) {
    this.isOn = way !== 'none';
    if (way === 'none') this.renderer.clippingPlanes = [];
    else {
      // The plan's y runs north, the scene's z south.
      const along = way === 'north' || way === 'above' || way === 'east' ? at : -at;
      this.plane.normal.copy(normals[way]);
      this.plane.constant = along / 1000;
      this.renderer.clippingPlanes = [this.plane];
    }
  }

  /** Whether a place of the scene is still there. */
  keeps(point: THREE.Vector3): boolean {
    return !this.isOn || this.plane.distanceToPoint(point) >= -1e-6;
  }

  /** After the picture: what the plane goes through. */
  fill(scene: THREE.Scene, camera: THREE.Camera) {
    if (!this.isOn) return;
    const { renderer } = this;
    const { background } = scene;
    const { mask } = camera.layers;
    scene.background = null;
    scene.overrideMaterial = this.inside;
    renderer.autoClear = false;
    renderer.shadowMap.enabled = false;
    camera.layers.set(bodyLayer);
    renderer.render(scene, camera);
    camera.layers.mask = mask;
    renderer.shadowMap.enabled = true;
    renderer.autoClear = true;
    scene.overrideMaterial = null;
    scene.background = background;
  }
}
