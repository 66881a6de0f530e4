/** Every derived number of a project, for scripts, tests and schedules. mm, mm2 and mm3 unless a name says otherwise. */
import { locate } from '../geometry/point';
import { heightAt } from '../geometry/columns';
import { chainSizes } from '../derive/sizes';
import { meshVolume } from '../geometry/mesh';
import { ringArea, ringPerimeter } from '../geometry/ring';
import { degree } from '../units/angle';
import { topOfColumn } from '../derive/standing';
import { clearRange } from '../derive/2-openings';
import { thicknessOf } from '../derive/frame';
import type { Model, StoreyModel } from '../derive/graph';
import { nameElement } from '../project/names';
import { settingsOf, storeysInOrder } from '../project/project';
import type { Project } from '../project/records';
import { reviewProject } from '../review/review';

const round = (value: number, places = 3) => Number(value.toFixed(places));

export function inspectProject(project: Project, derived: Model) {
  const elements = derived.elements(project);
  const volumeByMaterial = (id: string) => {
    const sums: Record<string, number> = {};
    for (const { material, mesh } of elements.find((element) => element.id === id)?.parts ?? [])
      sums[material] = round((sums[material] ?? 0) + meshVolume(mesh));
    return sums;
  };
  const volume = (id: string) => round(Object.values(volumeByMaterial(id)).reduce((sum, v) => sum + v, 0));
  const models = storeysInOrder(project).map((storey) => derived.storey(project, storey.id)!);
  return {
    project: { name: settingsOf(project).name, units: settingsOf(project).units },
    storeys: models.map(({ storey }) => {
      const outline = derived.outline(project, storey.id, 'outer');
      return {
        id: storey.id,
        name: storey.name,
        datum: storey.datum,
        height: storey.height,
        floorDepth: storey.floorDepth,
        footprintArea: round(outline ? outline.rings.reduce((sum, ring) => sum + ringArea(ring), 0) : 0)
      };
    }),
    walls: models.flatMap((model) => inspectWalls(project, model, volumeByMaterial, volume)),
    openings: models.flatMap((model) =>
      [...model.places.values()].flat().map(({ opening, t0, t1, z0, z1 }) => ({
        id: opening.id,
        name: nameElement(project, opening.id),
        wall: opening.wall,
        filling: opening.filling,
        from: round(t0),
        to: round(t1),
        sill: round(z0),
        head: round(z1),
        width: opening.width,
        height: opening.height
      }))
    ),
    ...inspectStanding(project, derived, volumeByMaterial, volume),
    slabs: [...project.tables.slab.values()].map((slab) => {
      const rings = derived.slabRings(project, slab);
      return {
        id: slab.id,
        storey: slab.storey,
        thickness: slab.thickness,
        area: round(rings.reduce((sum, ring) => sum + ringArea(ring), 0)),
        perimeter: round(rings.reduce((sum, ring) => sum + ringPerimeter(ring), 0)),
        volume: volume(slab.id)
      };
    }),
    roofs: [...project.tables.roof.values()].map((roof) =>
      inspectRoof(project, derived, roof.id, volume(roof.id))
    ),
    dimensions: [...project.tables.dimension.values()].flatMap(({ id, storey, form, certainty }) =>
      form.kind === 'chain'
        ? [
            {
              id,
              storey,
              sizes: chainSizes(project, form.ends) ?? [],
              locked: form.locked !== null,
              certainty
            }
          ]
        : []
    ),
    twins: [...project.tables.twins.values()].map(({ id, sets }) => ({
      id,
      sets: sets.map(({ items }) => items)
    })),
    findings: reviewProject(project, derived).map(({ code, message, hint, subjects, numbers }) => ({
      code,
      message,
      hint,
      subjects,
      numbers
    }))
  };
}

function inspectStanding(
  project: Project,
  derived: Model,
  volumeByMaterial: (id: string) => Record<string, number>,
  volume: (id: string) => number
) {
  return {
    columns: [...project.tables.column.values()].map((column) => {
      const datum = project.tables.storey.get(column.storey)?.datum ?? 0;
      const top = datum + topOfColumn(project, column);
      return {
        id: column.id,
        name: nameElement(project, column.id),
        storey: column.storey,
        material: column.material,
        section: column.section,
        base: round(datum + column.base),
        top: Number.isFinite(top) ? round(top) : 'roof',
        volume: volume(column.id)
      };
    }),
    chimneys: [...project.tables.chimney.values()].map((chimney) => ({
      id: chimney.id,
      name: nameElement(project, chimney.id),
      storey: chimney.storey,
      base: round((project.tables.storey.get(chimney.storey)?.datum ?? 0) + chimney.base),
      top: round(derived.chimneyTop(project, chimney)),
      flues: chimney.flues.length,
      fires: chimney.flues.filter(({ fire }) => fire).length,
      volumes: volumeByMaterial(chimney.id),
      volume: volume(chimney.id)
    }))
  };
}

function inspectWalls(
  project: Project,
  model: StoreyModel,
  byMaterial: (id: string) => Record<string, number>,
  volume: (id: string) => number
) {
  return model.walls.map(({ frame, bands, entangled }) => {
    const outline = bands[0]?.outline ?? [];
    const ts = outline.flat().map((p) => locate(p, frame.origin, frame.direction).t);
    const [c0, c1] = clearRange(frame, outline);
    return {
      id: frame.wall.id,
      name: nameElement(project, frame.wall.id),
      storey: frame.wall.storey,
      length: round(frame.length),
      grossLength: round(ts.length > 0 ? Math.max(...ts) - Math.min(...ts) : 0),
      clearLength: round(Math.max(0, c1 - c0)),
      thickness: round(thicknessOf(frame.buildUp)),
      base: frame.base,
      top: Number.isFinite(frame.top) ? round(frame.top) : 'roof',
      footprintArea: round(outline.reduce((sum, ring) => sum + ringArea(ring), 0)),
      plies: frame.strips.map(({ ply }, k) => ({
        material: frame.buildUp.plies[ply]!.material,
        duty: frame.buildUp.plies[ply]!.duty,
        area: round((bands[0]?.plies[k] ?? []).reduce((sum, ring) => sum + ringArea(ring), 0))
      })),
      volumes: byMaterial(frame.wall.id),
      volume: volume(frame.wall.id),
      entangled
    };
  });
}

function inspectRoof(project: Project, derived: Model, id: string, volume: number) {
  const roof = project.tables.roof.get(id)!;
  const solved = derived.roof(project, roof);
  const datum = project.tables.storey.get(roof.storey)?.datum ?? 0;
  return {
    id,
    storey: roof.storey,
    pitchDeg: round(roof.pitch / degree, 6),
    ridge: round(datum + (solved?.ridge ?? 0)),
    volume,
    planes: (solved?.planes ?? []).map(({ name, ring, underside, pitch, area, walls }) => ({
      name,
      walls,
      pitchDeg: round(pitch / degree, 6),
      planArea: round(ringArea(ring)),
      area: round(area),
      corners: ring.map((p) => ({ x: round(p.x), y: round(p.y), z: round(datum + heightAt(underside, p)) }))
    }))
  };
}
