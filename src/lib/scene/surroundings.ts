/**
 * What the house stands in: the sun with its shadow, the ground that fades out around it, and the earth below the ground
 * in views from the side. Shadows are drawn anew when the model changes, not when it is turned.
 */
import * as THREE from 'three';
import { themes, type Tokens } from '../tokens';

/** From the south-east, as on a morning in spring: of the two sides that the first view shows, one is in the sun. */
const sunward = new THREE.Vector3(0.66, 0.7, 0.52).normalize();

/** Metres of ground beyond the house, and of earth shown under it. */
const beyond = 10;
const deep = 1.6;

export class Surroundings {
  private readonly sun = new THREE.DirectionalLight('#FFF9EE', 2);
  private readonly ground: THREE.Mesh<THREE.BufferGeometry, THREE.MeshLambertMaterial>;
  private readonly earth: THREE.Mesh<THREE.BufferGeometry, THREE.MeshBasicMaterial>;
  private radius = 1;

  constructor(
    scene: THREE.Scene,
    private readonly renderer: THREE.WebGLRenderer
  ) {
    renderer.shadowMap.enabled = true;
    renderer.shadowMap.autoUpdate = false;
    const { sun } = this;
    sun.castShadow = true;
    sun.shadow.mapSize.set(2048, 2048);
    sun.shadow.normalBias = 0.03;
    sun.shadow.intensity = 0.62;
    this.ground = new THREE.Mesh(
      new THREE.CircleGeometry(1, 96).rotateX(-Math.PI / 2),
      new THREE.MeshLambertMaterial({
        alphaMap: shade(256, 256, fadeOut),
        transparent: true,
        depthWrite: false,
        // Farther back than faces are put for their edges: what lies a little over the ground is not covered by it.
        ...{ polygonOffset: true, polygonOffsetFactor: 2, polygonOffsetUnits: 2 }
      })
    );
    this.ground.receiveShadow = true;
    this.ground.renderOrder = -1;
    this.earth = new THREE.Mesh(
      new THREE.PlaneGeometry(2, 1).translate(0, -0.5, 0),
      new THREE.MeshBasicMaterial({
        alphaMap: shade(512, 128, fadeDown),
        transparent: true,
        depthWrite: false
      })
    );
    this.earth.renderOrder = -1;
    for (const mesh of [this.ground, this.earth]) mesh.visible = false;
    scene.add(
      new THREE.HemisphereLight('#FFFFFF', '#B9B6A8', 1.75),
      sun,
      sun.target,
      this.ground,
      this.earth
    );
    this.setTokens(themes.day);
  }

  setTokens({ ground }: Tokens) {
    this.ground.material.color.set(ground);
    this.earth.material.color.set(ground).multiplyScalar(0.82);
  }

  /** `box`: of all that there is, m; `level`: of the ground, mm. */
  place(box: THREE.Box3, level: number, isShaped: boolean) {
    // Ground with a shape of its own is a body of the model.
    this.ground.visible = !box.isEmpty() && !isShaped;
    if (box.isEmpty()) return;
    const centre = box.getCenter(new THREE.Vector3());
    const size = box.getSize(new THREE.Vector3());
    this.radius = Math.hypot(size.x, size.z) / 2 + beyond;
    this.ground.scale.setScalar(this.radius);
    this.ground.position.set(centre.x, level / 1000, centre.z);
    this.earth.scale.set(this.radius, deep, 1);
    // All of the house, and the ground that its shadow falls on.
    const reach = size.length() / 2 + box.max.y - Math.min(box.min.y, level / 1000) + 1;
    const { camera } = this.sun.shadow;
    Object.assign(camera, {
      left: -reach,
      right: reach,
      top: reach,
      bottom: -reach,
      near: 0.5,
      far: 4 * reach
    });
    camera.updateProjectionMatrix();
    this.sun.target.position.copy(centre);
    this.sun.position.copy(centre).addScaledVector(sunward, 2 * reach);
    this.castAnew();
  }

  /** With the next picture. */
  castAnew() {
    this.renderer.shadowMap.needsUpdate = true;
  }

  /** Seen from the side the ground is a line: the earth is drawn under it, behind all that stands in it. */
  face(camera: THREE.Camera) {
    const ahead = camera.getWorldDirection(new THREE.Vector3());
    this.earth.visible = this.ground.visible && Math.abs(ahead.y) < 0.02;
    if (!this.earth.visible) return;
    this.earth.position
      .copy(this.ground.position)
      .addScaledVector(ahead.setY(0).normalize(), this.radius + 1);
    this.earth.rotation.y = Math.atan2(-ahead.x, -ahead.z);
  }

  dispose() {
    for (const { material, geometry } of [this.ground, this.earth]) {
      material.alphaMap?.dispose();
      material.dispose();
      geometry.dispose();
    }
    this.sun.dispose();
  }
}

/** Whole under the house, nothing at the rim. */
const fadeOut = (u: number, v: number) => soft((1 - 2 * Math.hypot(u - 0.5, v - 0.5)) / 0.6);

/** From the ground downwards, and to both ends; the ground itself as a line. */
const fadeDown = (u: number, v: number) =>
  soft((1 - Math.abs(2 * u - 1)) / 0.35) * (v > 0.97 ? 1 : 0.75 * soft(v));

const soft = (k: number) => {
  const t = Math.min(1, Math.max(0, k));
  return t * t * (3 - 2 * t);
};

/** A picture of how much is there, from the lower left. */
function shade(width: number, height: number, at: (u: number, v: number) => number): THREE.DataTexture {
  const data = new Uint8Array(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data.fill(
        Math.round(255 * at((x + 0.5) / width, (y + 0.5) / height)),
        4 * (y * width + x),
        4 * (y * width + x) + 4
      );
  const texture = new THREE.DataTexture(data, width, height);
  texture.magFilter = THREE.LinearFilter;
  texture.needsUpdate = true;
  return texture;
}
