/**
 * Ambient occlusion: how much of the open sky reaches a place, so that corners, reveals and what stands close are shaded.
 * Worked out for a camera and a model, and laid over every picture of these. Method: Jimenez, Wu, Pesce and Jarabo,
 * "Practical real-time strategies for accurate indirect occlusion" (2016), by three's GTAOPass.
 */
import * as THREE from 'three';
import { GTAOPass } from 'three/addons/postprocessing/GTAOPass.js';
import { FullScreenQuad } from 'three/addons/postprocessing/Pass.js';

/** How far away something still shades, m; and by how much at most, as a part. */
const reach = 0.9;
const strength = 0.75;
/** Pixels of it for one of the picture's, along a side: shade is soft. */
const fineness = 0.5;

/** Smoothed over its nearest pixels, so that the grain of its samples is not seen. */
const layShade = `uniform sampler2D shade; varying vec2 at;
  void main() {
    vec2 step = 1.0 / vec2(textureSize(shade, 0));
    float sum = 0.0;
    for (float x = -1.5; x <= 1.5; x += 1.0)
      for (float y = -1.5; y <= 1.5; y += 1.0) sum += texture2D(shade, at + vec2(x, y) * step).r;
    gl_FragColor = vec4(vec3(mix(1.0, sum / 16.0, ${strength.toFixed(2)})), 1.0);
  }`;

export class Ambient {
  private readonly pass: GTAOPass;
  private readonly over: THREE.ShaderMaterial;
  private readonly quad: FullScreenQuad;
  /** Camera of the last time, none when the model has changed since. */
  private seenBy: THREE.Matrix4 | undefined;

  constructor(
    scene: THREE.Scene,
    private readonly camera: THREE.OrthographicCamera
  ) {
    this.pass = new GTAOPass(scene, camera, 2, 2);
    this.pass.output = GTAOPass.OUTPUT.Off;
    this.pass.updateGtaoMaterial({ radius: reach, distanceExponent: 1.4, thickness: 1.2, samples: 16 });
    this.pass.updatePdMaterial({ radius: 8, rings: 3, samples: 24, lumaPhi: 12 });
    this.over = new THREE.ShaderMaterial({
      uniforms: { shade: { value: this.pass.pdRenderTarget.texture } },
      vertexShader: 'varying vec2 at; void main() { at = uv; gl_Position = vec4(position.xy, 0.0, 1.0); }',
      fragmentShader: layShade,
      ...{ blending: THREE.MultiplyBlending, premultipliedAlpha: true },
      ...{ depthTest: false, depthWrite: false, toneMapped: false }
    });
    this.quad = new FullScreenQuad(this.over);
  }

  resize(width: number, height: number) {
    this.pass.setSize(Math.ceil(width * fineness), Math.ceil(height * fineness));
    this.cost = Infinity;
    this.forget();
  }

  /** The model has changed. */
  forget() {
    this.seenBy = undefined;
  }

  private get seen(): THREE.Matrix4 {
    return this.camera.projectionMatrix.clone().multiply(this.camera.matrixWorldInverse);
  }

  /** Whether it was worked out for what is in the picture now. */
  get isPresent(): boolean {
    return !!this.seenBy?.equals(this.seen);
  }

  /** How long it takes on this machine, ms, at the present size; Infinity until it was done once. */
  cost = Infinity;
  private isReady = false;

  workOut(renderer: THREE.WebGLRenderer) {
    this.seenBy = this.seen;
    const begun = performance.now();
    const { pdRenderTarget } = this.pass;
    this.pass.render(renderer, pdRenderTarget, pdRenderTarget, 0, false);
    // Not the first time, when its programs are made ready too.
    if (this.isReady && this.cost === Infinity) {
      // Reading a pixel waits until the graphics card is done.
      renderer.readRenderTargetPixels(pdRenderTarget, 0, 0, 1, 1, new Uint16Array(4));
      this.cost = performance.now() - begun;
    }
    this.isReady = true;
    renderer.setRenderTarget(null);
  }

  /** Over the picture that was just drawn. */
  lay(renderer: THREE.WebGLRenderer) {
    const { autoClear } = renderer;
    renderer.autoClear = false;
    this.quad.render(renderer);
    renderer.autoClear = autoClear;
  }

  dispose() {
    this.pass.dispose();
    this.over.dispose();
    this.quad.dispose();
  }
}
