/**
 * Closed triangle meshes with named faces. `positions`: x, y, z per vertex, mm; `indices`: three a triangle,
 * counter-clockwise seen from outside; `faceOf`: index into `faces` for each triangle; `edges`: pairs of vertex
 * indices where two differently named faces, or a face and itself at a fold, meet: the lines to draw.
 */
import { triangulate } from './triangulate';

export interface Mesh {
  readonly positions: Float64Array;
  readonly indices: Uint32Array;
  readonly faceOf: Uint16Array;
  readonly faces: readonly string[];
  readonly edges: Uint32Array;
}

export type Point3 = readonly [number, number, number];

/** Gathers planar polygons into a mesh; equal points (to 1e-6 mm) become one vertex. */
export class MeshBuilder {
  private readonly vertices: number[] = [];
  private readonly found = new Map<string, number>();
  private readonly indices: number[] = [];
  private readonly faceOf: number[] = [];
  private readonly faces: string[] = [];
  private readonly faceIndex = new Map<string, number>();
  private readonly borders = new Map<string, { a: number; b: number; faces: number[] }>();

  private vertex(p: Point3): number {
    const key = `${Math.round(p[0] * 1e6)},${Math.round(p[1] * 1e6)},${Math.round(p[2] * 1e6)}`;
    const old = this.found.get(key);
    if (old !== undefined) return old;
    const index = this.vertices.length / 3;
    this.found.set(key, index);
    this.vertices.push(...p);
    return index;
  }

  private faceId(name: string): number {
    let id = this.faceIndex.get(name);
    if (id === undefined) {
      id = this.faces.length;
      this.faces.push(name);
      this.faceIndex.set(name, id);
    }
    return id;
  }

  /** Add a flat polygon, counter-clockwise from outside; `holes` run the other way. */
  polygon(name: string, outer: readonly Point3[], holes: readonly (readonly Point3[])[] = []) {
    const rings = [outer, ...holes].map((ring) => this.distinct(ring));
    const [first, ...rest] = rings;
    if (!first || first.length < 3) return;
    const face = this.faceId(name);
    const all = rings.flat();
    for (const ring of rings) ring.forEach((v, i) => this.border(v, ring[(i + 1) % ring.length]!, face));
    const flat = this.flatten(first);
    const triangles = triangulate(
      first.map(flat),
      rest.map((ring) => ring.map(flat))
    );
    for (let i = 0; i < triangles.length; i += 3) {
      this.indices.push(all[triangles[i]!]!, all[triangles[i + 1]!]!, all[triangles[i + 2]!]!);
      this.faceOf.push(face);
    }
    this.restoreDropped(all, rings, face, triangles);
  }

  private distinct(ring: readonly Point3[]): number[] {
    const ids = ring.map((p) => this.vertex(p));
    return ids.filter((v, i) => v !== ids[(i + ids.length - 1) % ids.length]);
  }

  /** Ear slicing may skip a vertex on a straight border; split the triangle that runs past it. */
  private restoreDropped(all: number[], rings: number[][], face: number, triangles: number[]) {
    if (triangles.length / 3 === all.length + 2 * (rings.length - 1) - 2) return;
    const start = this.indices.length - triangles.length;
    const used = new Set(this.indices.slice(start));
    for (const ring of rings)
      ring.forEach((v, i) => {
        if (used.has(v)) return;
        used.add(v);
        this.splitAt(
          v,
          ring[(i + ring.length - 1) % ring.length]!,
          ring[(i + 1) % ring.length]!,
          start,
          face
        );
      });
  }

  private splitAt(v: number, before: number, after: number, start: number, face: number) {
    for (let i = start; i < this.indices.length; i += 3)
      for (let k = 0; k < 3; k++) {
        const [a, b, c] = [0, 1, 2].map((n) => this.indices[i + ((k + n) % 3)]!) as [number, number, number];
        if (a !== before || b === undefined || !this.isBetween(v, a, b) || !this.isBetween(v, before, after))
          continue;
        this.indices.splice(i, 3, a, v, c);
        this.indices.push(v, b, c);
        this.faceOf.push(face);
        return;
      }
  }

  private isBetween(v: number, a: number, b: number): boolean {
    const [p, q, r] = [this.at(v), this.at(a), this.at(b)];
    const away = Math.hypot(r[0] - q[0], r[1] - q[1], r[2] - q[2]);
    const first = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
    const second = Math.hypot(r[0] - p[0], r[1] - p[1], r[2] - p[2]);
    return first + second - away < 1e-6;
  }

  private at(v: number): Point3 {
    return [this.vertices[3 * v]!, this.vertices[3 * v + 1]!, this.vertices[3 * v + 2]!];
  }

  private border(a: number, b: number, face: number) {
    const key = a < b ? `${a},${b}` : `${b},${a}`;
    const entry = this.borders.get(key);
    if (entry) entry.faces.push(face);
    else this.borders.set(key, { a, b, faces: [face] });
  }

  /** Project along the dominant axis of the ring's normal, keeping its winding. */
  private flatten(ring: number[]): (v: number) => { x: number; y: number } {
    const normal = [0, 0, 0];
    ring.forEach((v, i) => {
      const [p, q] = [this.at(v), this.at(ring[(i + 1) % ring.length]!)];
      normal[0]! += (p[1] - q[1]) * (p[2] + q[2]);
      normal[1]! += (p[2] - q[2]) * (p[0] + q[0]);
      normal[2]! += (p[0] - q[0]) * (p[1] + q[1]);
    });
    const [nx, ny, nz] = normal.map(Math.abs) as [number, number, number];
    if (nz >= nx && nz >= ny) return (v) => ({ x: this.at(v)[0] * Math.sign(normal[2]!), y: this.at(v)[1] });
    // Seen square on, along the horizontal part of the normal: steep faces keep their true shape.
    const [ux, uy] = [-normal[1]! / Math.hypot(nx, ny), normal[0]! / Math.hypot(nx, ny)];
    return (v) => ({ x: this.at(v)[0] * ux + this.at(v)[1] * uy, y: this.at(v)[2] });
  }

  finish(): Mesh {
    const edges: number[] = [];
    for (const { a, b, faces } of this.borders.values())
      if (faces.length !== 2 || faces[0] !== faces[1]) edges.push(a, b);
    return {
      positions: Float64Array.from(this.vertices),
      indices: Uint32Array.from(this.indices),
      faceOf: Uint16Array.from(this.faceOf),
      faces: this.faces,
      edges: Uint32Array.from(edges)
    };
  }
}

/** Volume enclosed, mm3 (divergence theorem, about the first vertex). Meaningful for closed meshes only. */
export function meshVolume(mesh: Mesh): number {
  const { positions: p, indices } = mesh;
  const [ox, oy, oz] = [p[0] ?? 0, p[1] ?? 0, p[2] ?? 0];
  let six = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [3 * indices[i]!, 3 * indices[i + 1]!, 3 * indices[i + 2]!];
    const [ax, ay, az] = [p[a]! - ox, p[a + 1]! - oy, p[a + 2]! - oz];
    const [bx, by, bz] = [p[b]! - ox, p[b + 1]! - oy, p[b + 2]! - oz];
    const [cx, cy, cz] = [p[c]! - ox, p[c + 1]! - oy, p[c + 2]! - oz];
    six += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
  }
  return six / 6;
}

/** Edges that are not used exactly as often one way as the other: none in a closed mesh. */
export function openEdges(mesh: Mesh): number {
  const balance = new Map<string, number>();
  for (let i = 0; i < mesh.indices.length; i += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [mesh.indices[i + k]!, mesh.indices[i + ((k + 1) % 3)]!];
      const key = a < b ? `${a},${b}` : `${b},${a}`;
      balance.set(key, (balance.get(key) ?? 0) + (a < b ? 1 : -1));
    }
  return [...balance.values()].filter((count) => count !== 0).length;
}
