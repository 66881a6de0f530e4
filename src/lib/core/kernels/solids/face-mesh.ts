/**
 * A mesh put together face by face, each a flat polygon whose triangles the caller knows. The borders that two faces of
 * unlike names share are its edges. Closed when the faces are: nothing is added and nothing checked.
 * Cost: linear in the corners. Source: own.
 */
import { packMesh, vertexPair, type Mesh } from '../../geometry/mesh';
import type { Point } from '../../geometry/point';

export class FaceMesh {
  private readonly positions: number[] = [];
  private readonly indices: number[] = [];
  private readonly faceOf: number[] = [];
  private readonly faces: string[] = [];
  /** The face on the one side of a border, until the other side comes. */
  private readonly open = new Map<number, number>();
  private readonly edges: number[] = [];
  /** Whether each face took all its corners: not so where a ring touches itself. */
  private isWhole = true;

  /** `lift`: how much higher everything lies than it is said to. */
  constructor(private readonly lift: number) {}

  vertex({ x, y }: Point, z: number): number {
    this.positions.push(x, y, z + this.lift);
    return this.positions.length / 3 - 1;
  }

  x(vertex: number): number {
    return this.positions[3 * vertex]!;
  }

  y(vertex: number): number {
    return this.positions[3 * vertex + 1]!;
  }

  z(vertex: number): number {
    return this.positions[3 * vertex + 2]!;
  }

  /** A flat face: its outline in the order seen from outside, and triangles of places in that outline. */
  polygon(loop: readonly number[], triangles: readonly number[], name: string) {
    if (triangles.length !== 3 * (loop.length - 2)) this.isWhole = false;
    const face = this.face(name);
    for (let k = 0; k < triangles.length; k++) this.indices.push(loop[triangles[k]!]!);
    for (let k = 0; k < triangles.length; k += 3) this.faceOf.push(face);
    for (let k = 0; k < loop.length; k++) this.mark(loop[k]!, loop[k + 1 < loop.length ? k + 1 : 0]!, face);
  }

  quad(a: number, b: number, c: number, d: number, name: string) {
    const face = this.face(name);
    this.indices.push(a, b, c, a, c, d);
    this.faceOf.push(face, face);
    this.mark(a, b, face);
    this.mark(b, c, face);
    this.mark(c, d, face);
    this.mark(d, a, face);
  }

  /** Undefined where a face did not take all its corners. */
  build(): Mesh | undefined {
    if (!this.isWhole) return undefined;
    return packMesh(this.positions, this.indices, this.faceOf, this.faces, this.edges);
  }

  private face(name: string): number {
    const at = this.faces.indexOf(name);
    return at >= 0 ? at : this.faces.push(name) - 1;
  }

  /** A border that two parts of one face share, or two faces of one name, is no edge. */
  private mark(a: number, b: number, face: number) {
    const other = this.open.get(vertexPair(b, a));
    if (other === undefined) this.open.set(vertexPair(a, b), face);
    else if (other !== face) this.edges.push(a, b);
  }
}
