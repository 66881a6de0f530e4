/** The model in three.js: shaded with edges, orthographic so that it stays to scale; renders on demand. */
import CameraControls from 'camera-controls';
import * as THREE from 'three';
import { acceleratedRaycast, computeBoundsTree, disposeBoundsTree } from 'three-mesh-bvh';
import { isGlass } from '../core/kernels/solids/part';
import { roleLooks } from '../core/kernels/solids/role-looks';
import type { Point } from '../core/geometry/point';
import type { Material } from '../core/kinds/material/record';
import { boxOfTriangles, concat, lifted, spotOf, touches, type Picked, type Stretches } from './boxes';
import { onFrame } from '../frame-loop';
import type { ModelLook, ViewName } from './look';
import { themes, type Tokens } from '../tokens';
import { rayAt, reachInView, zoomFor } from './seen';
import { bodyLayer, Cutaway, reachOfCut, type CutWay } from './cutaway';
import { Ambient } from './ambient';
import { Gauge } from './gauge';
import { Outlines } from './outlines';
import { Pins, type Pin } from './pins';
import { Surroundings } from './surroundings';
import { makeTexture, placeTexture } from './textures';
import type { ShownElement } from '../worker/protocol';

CameraControls.install({ THREE });
THREE.Mesh.prototype.raycast = acceleratedRaycast;
THREE.BufferGeometry.prototype.computeBoundsTree = computeBoundsTree;
THREE.BufferGeometry.prototype.disposeBoundsTree = disposeBoundsTree;

const directions: Record<ViewName, [number, number, number]> = {
  north: [0, 0, -1],
  east: [1, 0, 0],
  south: [0, 0, 1],
  west: [-1, 0, 0],
  top: [0, 1, 0.0001],
  below: [0, -1, 0.0001],
  oblique: [-0.75, 0.72, 1]
};

/** What of the model is in hand, tried, hidden; `veil`: the rest is faint. */
export interface Emphasis {
  readonly selection: ReadonlySet<string>;
  readonly trial: ReadonlySet<string>;
  readonly hover: string | undefined;
  readonly isHidden: (element: ShownElement) => boolean;
  /** How far it is lifted out of its place, m. */
  readonly lift: (element: ShownElement) => number;
  /** What `isHidden`, `lift` and `fades` go by: while these are the same objects, so are their answers. */
  readonly visibility: readonly unknown[];
  readonly veil: boolean;
  /** What is faint by itself. */
  readonly fades: (id: string) => boolean;
  /** A tool is in hand: what it shows must not wait for anything else. */
  readonly isAtWork: boolean;
}

const noEmphasis: Emphasis = {
  ...{ selection: new Set<string>(), trial: new Set<string>(), hover: undefined, veil: false },
  ...{ isHidden: () => false, lift: () => 0, fades: () => false, visibility: [], isAtWork: false }
};

interface Shown {
  readonly element: ShownElement;
  readonly group: THREE.Group;
  readonly edges: Float32Array;
  readonly lines: THREE.LineSegments;
  readonly solid: THREE.Mesh | undefined;
  readonly textured: readonly THREE.Mesh[];
  readonly box: THREE.Box3;
}

/** The body that the project itself has: no part of what a house reaches, and picked only when asked for. */
const groundId = 'project';
const isGround = ({ element }: Shown): boolean => element.id === groundId;

/** Where it is drawn. */
const reachOf = ({ box, group }: Shown): THREE.Box3 => box.clone().translate(group.position);

type Tint = 'plain' | 'trial' | 'faint';

export class ModelScene {
  private readonly renderer: THREE.WebGLRenderer;
  private readonly scene = new THREE.Scene();
  private readonly camera = new THREE.OrthographicCamera(-10, 10, 10, -10, -500, 1000);
  private readonly controls: CameraControls;
  private readonly shown = new Map<string, Shown>();
  private readonly surroundings: Surroundings;
  private readonly outlines: Outlines;
  private readonly pins: Pins;
  private readonly ambient: Ambient;
  private readonly cutaway: Cutaway;
  private readonly surface = new THREE.MeshLambertMaterial({
    vertexColors: true,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1
  });
  private readonly trialSurface = new THREE.MeshLambertMaterial({
    color: themes.day.gorse,
    transparent: true,
    opacity: 0.75,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1
  });
  private readonly glass = {
    glass: new THREE.MeshLambertMaterial({ color: '#9DBFCB', transparent: true, opacity: 0.6 }),
    obscured: new THREE.MeshLambertMaterial({ color: '#DCE4E3', transparent: true, opacity: 0.92 })
  };
  private readonly edgeInk: Record<Tint, THREE.LineBasicMaterial> = {
    plain: new THREE.LineBasicMaterial({ color: themes.day.slate, transparent: true, opacity: 0.75 }),
    trial: new THREE.LineBasicMaterial({ color: '#8A6207' }),
    faint: new THREE.LineBasicMaterial({ color: themes.day.shale, transparent: true, opacity: 0.14 })
  };
  private readonly veilSurface = new THREE.MeshLambertMaterial({
    color: themes.day.fog,
    transparent: true,
    opacity: 0.1,
    depthWrite: false
  });
  /** Lines of the tool in hand, on the storey's datum. */
  private readonly guideLines = new THREE.LineSegments(
    new THREE.BufferGeometry(),
    new THREE.LineBasicMaterial({ color: themes.day.gorse, depthTest: false })
  );
  private hasGuides = false;
  private drawnAs: ModelLook = { surfaces: 'materials', edges: true };
  private closed = false;
  private last = performance.now();
  private fitted = false;
  /** The person has turned, moved or zoomed: the picture stays where they left it. */
  private steered = false;
  private view: ViewName = 'oblique';

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly materials: () => ReadonlyMap<string, Material>,
    /** The graphics card has dropped the picture, or gives it back. */
    private readonly onLost: (isLost: boolean) => void = () => undefined
  ) {
    this.renderer = new THREE.WebGLRenderer({ canvas, antialias: true });
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio || 1));
    this.scene.background = new THREE.Color(themes.day.sky);
    this.surroundings = new Surroundings(this.scene, this.renderer);
    this.outlines = new Outlines(this.scene);
    this.pins = new Pins(this.scene);
    this.cutaway = new Cutaway(this.renderer);
    this.ambient = new Ambient(this.scene, this.camera);
    this.guideLines.renderOrder = 3;
    this.guideLines.frustumCulled = false;
    this.scene.add(this.guideLines);
    this.controls = new CameraControls(this.camera, canvas);
    this.controls.smoothTime = 0;
    this.controls.draggingSmoothTime = 0;
    this.controls.mouseButtons.left = CameraControls.ACTION.ROTATE;
    this.controls.mouseButtons.middle = CameraControls.ACTION.TRUCK;
    this.controls.mouseButtons.right = CameraControls.ACTION.TRUCK;
    this.controls.mouseButtons.wheel = CameraControls.ACTION.ZOOM;
    this.controls.dollyToCursor = true;
    canvas.addEventListener('webglcontextlost', this.contextLost);
    canvas.addEventListener('webglcontextrestored', this.contextRestored);
    for (const event of ['control', 'update', 'transitionstart'] as const)
      this.controls.addEventListener(event, () => onFrame(this.inFrame));
    this.controls.addEventListener('control', () => (this.steered = true));
  }

  /** Without this the browser would not give the picture back. */
  private readonly contextLost = (event: Event) => {
    event.preventDefault();
    this.onLost(true);
  };

  private readonly contextRestored = () => {
    this.onLost(false);
    this.surroundings.castAnew();
    this.ambient.forget();
    this.redraw();
  };

  setTokens(tokens: Tokens) {
    this.scene.background = new THREE.Color(tokens.sky);
    this.surroundings.setTokens(tokens);
    this.cutaway.setTokens(tokens);
    this.outlines.setTokens(tokens);
    this.pins.setInks(tokens.tide, tokens.heather);
    this.redraw();
  }

  resize(width: number, height: number) {
    if (width < 2 || height < 2) return;
    this.renderer.setSize(width, height, false);
    this.ambient.resize(width, height);
    const half = 10;
    const aspect = width / height;
    Object.assign(this.camera, { left: -half * aspect, right: half * aspect, top: half, bottom: -half });
    this.camera.updateProjectionMatrix();
    if (!this.steered) this.look(this.view);
    this.redraw();
  }

  /** A material changed: everything of the model takes its new look. */
  repaint() {
    for (const { element } of [...this.shown.values()]) this.put(element);
    this.surroundings.castAnew();
    this.redraw();
  }

  private put(element: ShownElement) {
    this.drop(element.id);
    const shown = this.make(element);
    this.shown.set(element.id, shown);
    this.scene.add(shown.group);
    this.dress(shown);
    if (!isGround(shown)) this.bounds?.union(reachOf(shown));
  }

  /** Take changed elements in, drop removed ones. Unchanged ones are not touched. */
  update(changed: readonly ShownElement[], removed: readonly string[], ground: number) {
    for (const id of removed) this.drop(id);
    for (const element of changed) this.put(element);
    const box = (this.bounds ??= this.allBounds());
    this.surroundings.place(box, ground, [...this.shown.values()].some(isGround));
    this.ambient.forget();
    if (!this.fitted && this.shown.size > 0) this.look(this.view);
    this.follow();
    this.redraw();
  }

  /** A house that grew out of the picture, or shrank to a corner of it, is brought into it again; not while it is tried. */
  private follow() {
    if (this.steered || this.emphasis.trial.size > 0 || this.shown.size === 0) return;
    const most = reachInView(this.camera, (this.bounds ??= this.allBounds()));
    if (most > 1 || most < 0.4) this.look(this.view);
  }

  private make(element: ShownElement): Shown {
    const group = new THREE.Group();
    group.userData.id = element.id;
    const solids = element.parts.filter(({ role, material }) => !isGlass(role) && !this.texturedBy(material));
    const solid = this.makeSolid(solids);
    if (solid) group.add(solid);
    const textured = element.parts.flatMap((part) => this.makeTextured(part) ?? []);
    for (const mesh of textured) group.add(mesh);
    for (const mesh of group.children) mesh.layers.enable(bodyLayer);
    for (const part of element.parts) {
      if (part.role !== 'glass' && part.role !== 'obscured') continue;
      const geometry = new THREE.BufferGeometry();
      geometry.setAttribute('position', new THREE.BufferAttribute(part.triangles, 3));
      geometry.setAttribute('normal', new THREE.BufferAttribute(part.normals, 3));
      const pane = new THREE.Mesh(geometry, this.glass[part.role]);
      pane.userData.glass = true;
      group.add(pane);
    }
    const edges = concat(element.parts.map((part) => part.edges));
    const lines = new THREE.LineSegments(
      new THREE.BufferGeometry().setAttribute('position', new THREE.BufferAttribute(edges, 3)),
      this.edgeInk.plain
    );
    group.add(lines);
    const box = new THREE.Box3();
    for (const { triangles } of element.parts) box.union(boxOfTriangles(triangles));
    return { element, group, edges, lines, solid, textured, box };
  }

  /** The material, where it has a texture of a size. */
  private texturedBy(id: string | null): Material | undefined {
    const material = id === null ? undefined : this.materials().get(id);
    return material && material.texture !== 'plain' && material.unitLength > 0 && material.unitHeight > 0
      ? material
      : undefined;
  }

  private makeTextured(part: ShownElement['parts'][number]): THREE.Mesh | undefined {
    const material = this.texturedBy(part.material);
    if (!material) return undefined;
    const geometry = new THREE.BufferGeometry();
    const unit = { length: material.unitLength, height: material.unitHeight };
    geometry.setAttribute('position', new THREE.BufferAttribute(part.triangles, 3));
    geometry.setAttribute('normal', new THREE.BufferAttribute(part.normals, 3));
    geometry.setAttribute(
      'uv',
      new THREE.BufferAttribute(placeTexture(part.triangles, part.normals, unit), 2)
    );
    const mesh = new THREE.Mesh(geometry, this.surfaceOf(material));
    mesh.userData.surface = mesh.material;
    mesh.userData.plain = this.surfaceOf({ ...material, texture: 'plain' });
    return mesh;
  }

  private readonly textures = new Map<Material['texture'], THREE.Texture>();
  private readonly surfaces = new Map<string, THREE.MeshLambertMaterial>();

  private surfaceOf({ colour, texture }: Material): THREE.MeshLambertMaterial {
    const key = `${colour} ${texture}`;
    const old = this.surfaces.get(key);
    if (old) return old;
    const map = texture === 'plain' ? null : (this.textures.get(texture) ?? makeTexture(texture));
    if (map) this.textures.set(texture, map);
    const made = new THREE.MeshLambertMaterial({
      color: colour,
      map,
      polygonOffset: true,
      polygonOffsetFactor: 1,
      polygonOffsetUnits: 1
    });
    this.surfaces.set(key, made);
    return made;
  }

  private makeSolid(parts: ShownElement['parts']): THREE.Mesh | undefined {
    const positions = concat(parts.map((part) => part.triangles));
    if (positions.length === 0) return undefined;
    const colours = new Float32Array(positions.length);
    let at = 0;
    for (const { role, material, triangles } of parts) {
      const colour = new THREE.Color(
        (material === null ? roleLooks[role] : this.materials().get(material))?.colour ?? '#C9CCC6'
      );
      for (let i = 0; i < triangles.length; i += 3, at += 3) colours.set([colour.r, colour.g, colour.b], at);
    }
    const geometry = new THREE.BufferGeometry();
    geometry.setAttribute('position', new THREE.BufferAttribute(positions, 3));
    geometry.setAttribute('normal', new THREE.BufferAttribute(concat(parts.map((part) => part.normals)), 3));
    geometry.setAttribute('color', new THREE.BufferAttribute(colours, 3));
    return new THREE.Mesh(geometry, this.surface);
  }

  private drop(id: string) {
    const old = this.shown.get(id);
    if (!old) return;
    this.outlines.put(id, old.edges, undefined);
    // Only where it reached the border of all can that be nearer without it.
    if (this.bounds && touches(this.bounds, old.box)) this.bounds = undefined;
    this.scene.remove(old.group);
    old.group.traverse((child) => {
      if (child instanceof THREE.Mesh || child instanceof THREE.LineSegments) child.geometry.dispose();
    });
    this.shown.delete(id);
  }

  /** Bounds of all elements together; undefined when they must be gathered anew. */
  private bounds: THREE.Box3 | undefined;
  private emphasis = noEmphasis;
  private dressedAs = this.drawnAs;

  private allBounds(): THREE.Box3 {
    const box = new THREE.Box3();
    for (const shown of this.shown.values()) if (!isGround(shown)) box.union(reachOf(shown));
    return box;
  }

  /** Selection and what is being drawn, by edges and surface; what is hidden is not there. Only what changed is touched. */
  emphasise(emphasis: Emphasis) {
    const old = this.emphasis;
    this.emphasis = emphasis;
    const isWhole =
      old.veil !== emphasis.veil ||
      this.dressedAs !== this.drawnAs ||
      old.visibility.length !== emphasis.visibility.length ||
      old.visibility.some((one, i) => one !== emphasis.visibility[i]);
    this.dressedAs = this.drawnAs;
    const changed = changedBetween(old, emphasis);
    if (isWhole) {
      for (const shown of this.shown.values()) this.dress(shown);
      // What was pulled apart reaches farther.
      this.bounds = undefined;
    } else
      for (const id of changed) {
        const shown = this.shown.get(id);
        if (shown) this.dress(shown);
      }
    const isTried = [...changed].some((id) => old.trial.has(id) !== emphasis.trial.has(id));
    if (isWhole || isTried) {
      this.surroundings.castAnew();
      this.ambient.forget();
    }
    if (old.trial.size > 0) this.follow();
    // Asked with every step of the pointer: nearly always nothing looks otherwise.
    if (isWhole || changed.size > 0) this.redraw();
  }

  private dress({ edges: outline, lines, solid, textured, group, element }: Shown) {
    const { selection, trial, hover, isHidden, lift, veil, fades } = this.emphasis;
    const { id } = element;
    const isFaint = veil || fades(id);
    const mark = selection.has(id) ? 'selected' : hover === id ? 'hover' : undefined;
    const tint: Tint = trial.has(id) ? 'trial' : isFaint && !mark ? 'faint' : 'plain';
    lines.material = this.edgeInk[tint];
    const { surfaces, edges } = this.drawnAs;
    lines.visible = edges || surfaces === 'none' || tint === 'trial';
    const over = tint === 'trial' ? this.trialSurface : tint === 'faint' ? this.veilSurface : undefined;
    if (solid) solid.material = over ?? this.surface;
    for (const mesh of textured)
      mesh.material =
        over ?? (mesh.userData[surfaces === 'materials' ? 'surface' : 'plain'] as THREE.Material);
    for (const mesh of solid ? [solid, ...textured] : textured)
      [mesh.castShadow, mesh.receiveShadow] = [tint !== 'faint', tint === 'plain'];
    for (const child of group.children)
      if (child !== lines) child.visible = surfaces !== 'none' && !(tint === 'faint' && child.userData.glass);
    group.visible = !isHidden(element);
    group.position.y = lift(element);
    this.outlines.put(id, lifted(outline, group.position.y), group.visible ? mark : undefined);
  }

  /** Cuts a part away, from a way and up to a place of the plan across it or a height, mm. */
  cut(way: CutWay, at: number) {
    this.cutaway.set(way, at);
    this.ambient.forget();
    this.redraw();
  }

  /** From where to where the model reaches along the way of a cut, mm. */
  reach(way: CutWay): readonly [number, number] {
    return reachOfCut(way, (this.bounds ??= this.allBounds()));
  }

  /** Takes effect with the next emphasis. */
  drawAs(look: ModelLook) {
    this.drawnAs = look;
  }

  /** Where the pointer meets the level, as a point of the plan; undefined where it looks along it. */
  planPoint(x: number, y: number, level: number): Point | undefined {
    const plane = new THREE.Plane(new THREE.Vector3(0, 1, 0), -level / 1000);
    const met = rayAt(this.canvas, this.camera, x, y).ray.intersectPlane(plane, new THREE.Vector3());
    return met ? { x: met.x * 1000, y: -met.z * 1000 } : undefined;
  }

  /** Of the level seen square. */
  get mmPerPixel(): number {
    return (((this.camera.top - this.camera.bottom) / this.camera.zoom) * 1000) / this.canvas.clientHeight;
  }

  /** A point of the plan at a level, in pixels of the canvas. */
  toScreen({ x, y }: Point, level: number): [number, number] {
    const { clientWidth, clientHeight } = this.canvas;
    const p = new THREE.Vector3(x / 1000, level / 1000, -y / 1000).project(this.camera);
    return [((p.x + 1) / 2) * clientWidth, ((1 - p.y) / 2) * clientHeight];
  }

  /** Notes and photos, those selected in another ink. */
  putPins(pins: readonly Pin[], selected: ReadonlySet<string>) {
    if (this.pins.put(pins, selected)) this.redraw();
  }

  /** Lines and marked points of the tool in hand, on a level. */
  drawOverlay(
    lines: readonly (readonly [Point, Point])[],
    points: readonly Point[],
    level: number,
    inSpace: Stretches = []
  ) {
    const mark = 8 * this.mmPerPixel;
    const crosses = points.flatMap(({ x, y }): [Point, Point][] => [
      [
        { x: x - mark, y },
        { x: x + mark, y }
      ],
      [
        { x, y: y - mark },
        { x, y: y + mark }
      ]
    ]);
    const hasSome = crosses.length + lines.length + inSpace.length > 0;
    if (!hasSome && !this.hasGuides) return;
    this.hasGuides = hasSome;
    const flat = [...lines, ...crosses].flat().map(({ x, y }) => ({ x, y, z: level }));
    const spots = inSpace.flat().map(({ x, y, z, on = '' }) => {
      return { x, y, z: z + 1000 * (this.shown.get(on)?.group.position.y ?? 0) };
    });
    const all = [...flat, ...spots].flatMap(({ x, y, z }) => [x / 1000, z / 1000, -y / 1000]);
    this.guideLines.geometry.dispose();
    this.guideLines.geometry = new THREE.BufferGeometry().setAttribute(
      'position',
      new THREE.BufferAttribute(new Float32Array(all), 3)
    );
    // Before anything stands, what a tool shows is all there is to see.
    if (hasSome && this.shown.size === 0 && !this.steered) {
      const box = new THREE.Box3().setFromArray(all);
      if (reachInView(this.camera, box) > 1) this.lookAt(this.view, box);
    }
    this.redraw();
  }

  private box(): THREE.Box3 | undefined {
    const box = new THREE.Box3();
    for (const shown of this.shown.values())
      if (shown.group.visible && !isGround(shown)) box.expandByObject(shown.group);
    return box.isEmpty() ? undefined : box;
  }

  /** Turn to a side, the top or the oblique, everything in view. */
  look(view: ViewName) {
    this.view = view;
    this.steered = false;
    const box = this.box();
    if (box) this.fitted = true;
    this.lookAt(view, box);
  }

  private lookAt(view: ViewName, box: THREE.Box3 | undefined) {
    const centre = box?.getCenter(new THREE.Vector3()) ?? new THREE.Vector3(4, 0, -3);
    const radius = box ? box.getSize(new THREE.Vector3()).length() / 2 : 8;
    const [x, y, z] = directions[view];
    const away = new THREE.Vector3(x, y, z).normalize().multiplyScalar(radius * 3 + 10);
    const from = centre.clone().add(away);
    void this.controls.setLookAt(from.x, from.y, from.z, centre.x, centre.y, centre.z, false);
    this.controls.update(0);
    this.camera.updateMatrixWorld();
    void this.controls.zoomTo(box ? zoomFor(this.camera, box, centre) : 1, false);
    this.redraw();
  }

  /** By keys: turn by a twelfth of a right angle, move by a tenth of what is seen, zoom. */
  turn(x: number, y: number) {
    this.steered = true;
    void this.controls.rotate((-x * Math.PI) / 24, (y * Math.PI) / 24, false);
    this.redraw();
  }
  shift(x: number, y: number) {
    this.steered = true;
    const step = (2 * this.camera.top) / this.camera.zoom / 10;
    void this.controls.truck(x * step, y * step, false);
    this.redraw();
  }
  closer(factor: number) {
    this.steered = true;
    void this.controls.zoomTo(this.camera.zoom * factor, false);
    this.redraw();
  }

  /** What is under a point of the canvas, and where its surface is met, however far it is drawn lifted. */
  pick(x: number, y: number, withGround = false): Picked | undefined {
    const ray = rayAt(this.canvas, this.camera, x, y);
    const meshes: THREE.Object3D[] = [];
    for (const { group } of this.shown.values())
      if (group.visible && (withGround || group.userData.id !== groundId))
        for (const child of group.children)
          if (child instanceof THREE.Mesh) {
            if (!child.geometry.boundsTree) child.geometry.computeBoundsTree();
            meshes.push(child);
          }
    ray.firstHitOnly = !this.cutaway.isOn;
    const hit = ray.intersectObjects(meshes, false).find(({ point }) => this.cutaway.keeps(point));
    const pin = this.pins.meets(ray);
    if (pin && (!hit || pin.far < hit.distance)) return pin;
    const id = hit?.object.parent?.userData.id as string | undefined;
    return id === undefined ? undefined : { id, ...spotOf(hit!.point.sub(hit!.object.parent!.position)) };
  }

  /**
   * In the frame that is being made, if one is; else in the next. Where pictures of the model take long, as without a
   * graphics card, the plan and the sentence must not wait for them: it is drawn when the hand rests, and now and then.
   */
  redraw() {
    clearTimeout(this.resting);
    const now = performance.now();
    this.asked ??= now;
    if (this.gauge.cost < slowPicture || now - this.asked > 20 * this.gauge.cost) onFrame(this.inFrame);
    else this.resting = setTimeout(() => onFrame(this.inFrame), Math.min(900, 250 + 2 * this.gauge.cost));
  }

  private readonly gauge = new Gauge();
  /** Since when a picture is asked for. */
  private asked: number | undefined;
  private resting: ReturnType<typeof setTimeout> | undefined;

  private readonly inFrame = () => {
    if (this.closed) return;
    const now = performance.now();
    this.asked = undefined;
    const moved = this.controls.update(Math.min(0.1, (now - this.last) / 1000));
    this.last = now;
    this.surroundings.face(this.camera);
    this.outlines.toScale(this.mmPerPixel / 1000);
    this.pins.toScale(this.mmPerPixel / 1000);
    this.renderer.render(this.scene, this.camera);
    this.cutaway.fill(this.scene, this.camera);
    // What shading takes is no reason to draw less often.
    if (!this.shadeCorners()) this.gauge.time(this.renderer.getContext() as WebGL2RenderingContext, now);
    if (moved) requestAnimationFrame(() => onFrame(this.inFrame));
  };

  /**
   * Where it takes no longer than a frame, worked out with each picture; else when the hand has rested and holds no tool,
   * and until then there is none. Not while the rest is faint, as what is faint would shade as if it were there. Answers
   * whether it was worked out.
   */
  private shadeCorners(): boolean {
    clearTimeout(this.resting);
    const { ambient, renderer, hasRested } = this;
    this.hasRested = false;
    if (this.emphasis.veil || this.cutaway.isOn || this.drawnAs.surfaces === 'none') return false;
    const isDue = !ambient.isPresent && (hasRested || ambient.cost < quickShading);
    if (isDue) this.outlines.without(() => ambient.workOut(renderer));
    if (ambient.isPresent) ambient.lay(renderer);
    else if (!this.emphasis.isAtWork)
      this.resting = setTimeout(
        () => {
          this.hasRested = true;
          onFrame(this.inFrame);
        },
        Math.min(900, 250 + 3 * this.gauge.cost)
      );
    return isDue;
  }

  private hasRested = false;

  get triangles(): number {
    return [...this.shown.values()].reduce(
      (sum, { element }) => sum + element.parts.reduce((n, part) => n + part.triangles.length / 9, 0),
      0
    );
  }

  close() {
    this.closed = true;
    clearTimeout(this.resting);
    for (const id of [...this.shown.keys()]) this.drop(id);
    for (const texture of this.textures.values()) texture.dispose();
    for (const surface of this.surfaces.values()) surface.dispose();
    this.surroundings.dispose();
    this.outlines.dispose();
    this.pins.dispose();
    this.ambient.dispose();
    this.controls.dispose();
    this.canvas.removeEventListener('webglcontextlost', this.contextLost);
    this.canvas.removeEventListener('webglcontextrestored', this.contextRestored);
    this.renderer.dispose();
  }
}

/** From here on, ms, a picture takes too long to be made with every step of the pointer. */
const slowPicture = 50;

/** Up to here, ms, corners are shaded with every picture. */
const quickShading = 20;

/** Ids whose emphasis may differ between two. */
function changedBetween(p: Emphasis, q: Emphasis): Set<string> {
  const ids = new Set<string>();
  const unlike = (r: ReadonlySet<string>, s: ReadonlySet<string>) => {
    if (r === s) return;
    for (const id of r) if (!s.has(id)) ids.add(id);
    for (const id of s) if (!r.has(id)) ids.add(id);
  };
  unlike(p.selection, q.selection);
  unlike(p.trial, q.trial);
  if (p.hover !== q.hover) for (const id of [p.hover, q.hover]) if (id !== undefined) ids.add(id);
  return ids;
}
