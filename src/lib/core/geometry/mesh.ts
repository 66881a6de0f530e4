/**
 * Closed triangle meshes with named faces. `positions`: x, y, z per vertex, mm; `indices`: three a triangle,
 * counter-clockwise seen from outside; `faceOf`: index into `faces` for each triangle; `edges`: pairs of vertex
 * indices where two differently named faces, or a face and itself at a fold, meet: the lines to draw.
 */
export interface Mesh {
  readonly positions: Float64Array;
  readonly indices: Uint32Array;
  readonly faceOf: Uint16Array;
  readonly faces: readonly string[];
  readonly edges: Uint32Array;
}

/**
 * Two vertex numbers in one, for maps; there are never 2^26 of them. Small ones, which nearly all are, give a small
 * integer, which a map finds much quicker; the others lie above those.
 */
export const vertexPair = (a: number, b: number): number =>
  a < 0x4000 && b < 0x4000 ? a * 0x4000 + b : 0x10000000 + a * 0x4000000 + b;

/** A mesh of plain lists, all in one piece of memory: a large house has tens of thousands of meshes. */
export function packMesh(
  positions: readonly number[],
  indices: readonly number[],
  faceOf: readonly number[],
  faces: readonly string[],
  edges: readonly number[]
): Mesh {
  const places = [8 * positions.length, 4 * indices.length, 4 * edges.length, 2 * faceOf.length] as const;
  const memory = new ArrayBuffer(places[0] + places[1] + places[2] + places[3]);
  const mesh = {
    positions: new Float64Array(memory, 0, positions.length),
    indices: new Uint32Array(memory, places[0], indices.length),
    edges: new Uint32Array(memory, places[0] + places[1], edges.length),
    faceOf: new Uint16Array(memory, places[0] + places[1] + places[2], faceOf.length),
    faces
  };
  mesh.positions.set(positions);
  mesh.indices.set(indices);
  mesh.edges.set(edges);
  mesh.faceOf.set(faceOf);
  return mesh;
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
