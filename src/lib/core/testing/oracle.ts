/** Manifold as an independent judge of areas and volumes. */
import Module from 'manifold-3d';
import type { Mesh } from '../geometry/mesh';
import type { Ring } from '../geometry/ring';

const wasm = await Module();
wasm.setup();

const section = (rings: readonly Ring[]) =>
  new wasm.CrossSection(
    rings.map((ring) => ring.map(({ x, y }) => [x, y] as [number, number])),
    'NonZero'
  );

/** Area common to two sets of rings, mm2. */
export function commonArea(p: readonly Ring[], q: readonly Ring[]): number {
  const [a, b] = [section(p), section(q)];
  const both = a.intersect(b);
  const area = both.area();
  for (const shape of [a, b, both]) shape.delete();
  return area;
}

export type Prism = { readonly rings: readonly Ring[]; readonly z0: number; readonly z1: number };

const extrude = ({ rings, z0, z1 }: Prism) => {
  const flat = section(rings);
  const solid = flat.extrude(z1 - z0).translate(0, 0, z0);
  flat.delete();
  return solid;
};

/** What closed meshes have in common with prisms, mm3: nothing may be left where something was cut out. */
export function volumeWithin(meshes: readonly Mesh[], prisms: readonly Prism[]): number {
  const all = wasm.Manifold.union(prisms.map(extrude));
  return meshes.reduce((sum, mesh) => {
    const both = all.intersect(bodyOf(mesh));
    const volume = both.volume();
    both.delete();
    return sum + volume;
  }, 0);
}

const bodyOf = (mesh: Mesh) =>
  wasm.Manifold.ofMesh(
    new wasm.Mesh({ numProp: 3, vertProperties: Float32Array.from(mesh.positions), triVerts: mesh.indices })
  );

/** A solid of prisms less others, and what lies below a list of tilted cutting boxes: its volume, mm3. */
export function solidVolume(
  prism: Prism,
  holes: readonly Prism[],
  above: readonly { normal: [number, number, number]; offset: number }[] = []
): number {
  let body = extrude(prism);
  for (const hole of holes) body = body.subtract(extrude(hole));
  for (const { normal, offset } of above)
    body = body.trimByPlane([-normal[0], -normal[1], -normal[2]], -offset / Math.hypot(...normal));
  return body.volume();
}

/** Whether the mesh is an oriented manifold, and the volume Manifold gives it. */
export function judgeMesh(mesh: Mesh): { status: string; volume: number } {
  const body = bodyOf(mesh);
  const result = { status: String(body.status()), volume: body.volume() };
  body.delete();
  return result;
}

/** What closed meshes have in common with others, mm3. */
export function commonVolume(meshes: readonly Mesh[], others: readonly Mesh[]): number {
  const [a, b] = [meshes, others].map((list) => wasm.Manifold.union(list.map(bodyOf)));
  const both = a!.intersect(b!);
  const volume = both.volume();
  for (const body of [a!, b!, both]) body.delete();
  return volume;
}
