/**
 * GLB (glTF 2.0): true metres, Y up, one node per element named and with its id, materials by name. What exists
 * already says so. Of the house as it will stand a project after the work is given (`projectAt`).
 */
import { Document, NodeIO, type Material as GltfMaterial, type Primitive } from '@gltf-transform/core';
import type { ElementBody, Project } from '../document/kind';
import type { Mesh } from '../geometry/mesh';
import { findRecord, settingsOf } from '../document/project';
import { workOf } from '../document/work';
import { nameElement } from '../document/names';
import { roleLooks } from '../kernels/solids/role-looks';
import type { Part } from '../kernels/solids/part';

/** Rings of a material's colour as linear RGB, for renderers that light in linear space. */
export function linearColour(colour: string): [number, number, number] {
  const channel = (i: number) => {
    const c = Number.parseInt(colour.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return [channel(1), channel(3), channel(5)];
}

/**
 * Triangles with their own normals: x, y up, z towards the viewer; millimetres to metres. Written into lists with room for
 * nine numbers a triangle; the answer is how many numbers there are, since a triangle without area is left out.
 */
export function writeTriangles(mesh: Mesh, positions: Float32Array, normals: Float32Array): number {
  const { positions: p, indices } = mesh;
  let count = 0;
  const put = (at: number, nx: number, ny: number, nz: number) => {
    positions[count] = p[at]! / 1000;
    positions[count + 1] = p[at + 2]! / 1000;
    positions[count + 2] = -p[at + 1]! / 1000;
    normals[count] = nx;
    normals[count + 1] = nz;
    normals[count + 2] = -ny;
    count += 3;
  };
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i]! * 3;
    const b = indices[i + 1]! * 3;
    const c = indices[i + 2]! * 3;
    const ux = p[b]! - p[a]!;
    const uy = p[b + 1]! - p[a + 1]!;
    const uz = p[b + 2]! - p[a + 2]!;
    const vx = p[c]! - p[a]!;
    const vy = p[c + 1]! - p[a + 1]!;
    const vz = p[c + 2]! - p[a + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const size = Math.sqrt(nx * nx + ny * ny + nz * nz);
    if (size === 0) continue;
    put(a, nx / size, ny / size, nz / size);
    put(b, nx / size, ny / size, nz / size);
    put(c, nx / size, ny / size, nz / size);
  }
  return count;
}

export async function writeGlb(project: Project, elements: readonly ElementBody[]): Promise<Uint8Array> {
  const document = new Document();
  const buffer = document.createBuffer();
  const scene = document.createScene(settingsOf(project).name);
  document.getRoot().getAsset().generator = 'Cliffstead';
  const materials = new Map<string, GltfMaterial>();
  const materialOf = ({ role, material }: Part) => {
    const id = material ?? role;
    const old = materials.get(id);
    if (old) return old;
    const known = material === null ? undefined : project.tables.material.get(material);
    const { name, colour, alpha } = known
      ? { ...known, alpha: 1 }
      : (roleLooks[role] ?? { name: id, colour: '#C9CCC6', alpha: 1 });
    const made = document
      .createMaterial(name)
      .setBaseColorFactor([...linearColour(colour), alpha])
      .setRoughnessFactor(0.9)
      .setMetallicFactor(0);
    if (alpha < 1) made.setAlphaMode('BLEND');
    materials.set(id, made);
    return made;
  };
  const storeys = new Map(
    [...project.tables.storey.values()].map((storey) => {
      const node = document.createNode(storey.name).setExtras({ id: storey.id, kind: 'storey' });
      scene.addChild(node);
      return [storey.id, node] as const;
    })
  );
  for (const element of elements) {
    const work = workOf(findRecord(project, element.id)!);
    const mesh = document.createMesh(element.id);
    for (const part of element.parts) {
      const primitive = makePrimitive(document, buffer, part.mesh);
      if (primitive) mesh.addPrimitive(primitive.setMaterial(materialOf(part)));
    }
    if (mesh.listPrimitives().length === 0) {
      mesh.dispose();
      continue;
    }
    const node = document
      .createNode(nameElement(project, element.id))
      .setMesh(mesh)
      .setExtras({ id: element.id, kind: element.kind, ...(work === 'existing' && { work }) });
    (storeys.get(element.storey) ?? scene).addChild(node);
  }
  return new NodeIO().writeBinary(document);
}

function makePrimitive(
  document: Document,
  buffer: ReturnType<Document['createBuffer']>,
  mesh: Mesh
): Primitive | undefined {
  const most = 3 * mesh.indices.length;
  const [positions, normals] = [new Float32Array(most), new Float32Array(most)];
  const count = writeTriangles(mesh, positions, normals);
  if (count === 0) return undefined;
  const accessor = (array: Float32Array) =>
    document.createAccessor().setType('VEC3').setArray(array.slice(0, count)).setBuffer(buffer);
  return document
    .createPrimitive()
    .setAttribute('POSITION', accessor(positions))
    .setAttribute('NORMAL', accessor(normals));
}
