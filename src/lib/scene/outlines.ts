/**
 * Edges of what is pointed at or selected: strong where they are seen, fine dashes where something stands in front of
 * them.
 */
import * as THREE from 'three';
import { LineMaterial } from 'three/examples/jsm/lines/LineMaterial.js';
import { LineSegments2 } from 'three/examples/jsm/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/examples/jsm/lines/LineSegmentsGeometry.js';
import { themes, type Tokens } from '../tokens';

export type Mark = 'selected' | 'hover';

/** Dashes and what is between them, as long as the screen shows them, px. */
const dash = 4;

export class Outlines {
  private readonly group = new THREE.Group();
  private readonly drawn = new Map<string, THREE.Object3D[]>();
  private readonly seen: Record<Mark, LineMaterial> = { selected: strong(2.5), hover: strong(2) };
  private readonly behind: Record<Mark, THREE.LineDashedMaterial> = { selected: fine(), hover: fine() };

  constructor(scene: THREE.Scene) {
    scene.add(this.group);
    this.setTokens(themes.day);
  }

  setTokens({ heather, kelp }: Tokens) {
    for (const [mark, ink] of [
      ['selected', heather],
      ['hover', kelp]
    ] as const) {
      this.seen[mark].color.set(ink);
      this.behind[mark].color.set(ink);
    }
  }

  /** What is done as if there were none: they are drawn by a material of their own, and no other can draw them. */
  without(work: () => void) {
    this.group.visible = false;
    work();
    this.group.visible = true;
  }

  /** Both kinds of lines over the edges of a thing; none without a mark. */
  put(id: string, edges: Float32Array, mark: Mark | undefined) {
    for (const old of this.drawn.get(id) ?? []) {
      this.group.remove(old);
      (old as THREE.LineSegments).geometry.dispose();
    }
    this.drawn.delete(id);
    if (!mark || edges.length === 0) return;
    const geometry = new THREE.BufferGeometry().setAttribute('position', new THREE.BufferAttribute(edges, 3));
    const hidden = new THREE.LineSegments(geometry, this.behind[mark]);
    hidden.computeLineDistances();
    const seen = new LineSegments2(new LineSegmentsGeometry().setPositions(edges), this.seen[mark]);
    seen.renderOrder = hidden.renderOrder = mark === 'hover' ? 3 : 2;
    this.drawn.set(id, [seen, hidden]);
    this.group.add(seen, hidden);
  }

  /** `metres`: of a pixel of the screen. */
  toScale(metres: number) {
    for (const material of Object.values(this.behind)) material.scale = 1 / metres;
  }

  dispose() {
    for (const id of [...this.drawn.keys()]) this.put(id, new Float32Array(), undefined);
    for (const material of [...Object.values(this.seen), ...Object.values(this.behind)]) material.dispose();
  }
}

/** A hair nearer than the surfaces that it lies on; after the edges of the model, which are let through a little. */
const strong = (linewidth: number) =>
  new LineMaterial({
    ...{ linewidth, transparent: true },
    ...{ polygonOffset: true, polygonOffsetFactor: -1, polygonOffsetUnits: -1 }
  });

const fine = () =>
  new THREE.LineDashedMaterial({
    ...{ dashSize: dash, gapSize: dash, transparent: true, opacity: 0.6 },
    ...{ depthFunc: THREE.GreaterDepth, depthWrite: false }
  });
