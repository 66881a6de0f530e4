/**
 * The derivation graph: what is computed from which records, kept by the identity of what was read. One `Model` lives
 * on the main thread (plan only) and one in the worker (plan and bodies). Incremental equals from scratch: a law.
 *
 *   walls, build-ups, storeys -> 1 footprints -> 3 outline -> 4 roofs -+
 *   openings -> 2 places ----------------------------------------------+-> 5 wall solids, 6 bodies
 */
import type { Opening, Project, Roof, Slab, SlabFace, Storey } from '../project/records';
import { storeysInOrder } from '../project/project';
import { deriveFootprints, type StoreyFootprints, type WallFootprint } from './1-footprints';
import { placeOpening, type OpeningPlace } from './2-openings';
import { deriveOutline, type Outline } from './3-outline';
import { deriveRoof, type RoofModel } from './4-roofs';
import { deriveWallSolids } from './5-solids';
import { fillingParts, roofMesh, slabMesh, type Part } from './6-bodies';
import { frameOf, type Frame } from './frame';
import { nodeKey } from './joints/gather';
import { ringArea, type Ring } from '../geometry/ring';

/** One thing to show or export: its parts are closed meshes, each of one material. */
export interface ElementBody {
  readonly id: string;
  readonly kind: 'wall' | 'opening' | 'slab' | 'roof';
  readonly storey: string;
  readonly parts: readonly Part[];
}

/** Answers the last result while the inputs are the same objects. */
class Memo<T> {
  private readonly kept = new Map<string, { inputs: readonly unknown[]; value: T }>();

  get(key: string, inputs: readonly unknown[], make: () => T): T {
    const old = this.kept.get(key);
    if (old && old.inputs.length === inputs.length && old.inputs.every((input, i) => input === inputs[i]))
      return old.value;
    const value = make();
    this.kept.set(key, { inputs, value });
    return value;
  }

  /** Forget keys that are no longer in use. */
  sweep(inUse: { has(key: string): boolean }) {
    for (const key of this.kept.keys()) if (!inUse.has(key)) this.kept.delete(key);
  }
}

export interface StoreyModel {
  readonly storey: Storey;
  readonly frames: ReadonlyMap<string, Frame>;
  readonly footprints: StoreyFootprints;
  readonly walls: readonly WallFootprint[];
  /** Openings of each wall with any. */
  readonly places: ReadonlyMap<string, readonly OpeningPlace[]>;
}

const noPlaces: readonly OpeningPlace[] = [];
/** Keep an array's identity while its members are the same. */
function stable<T>(memo: Memo<readonly T[]>, key: string, list: readonly T[]): readonly T[] {
  return memo.get(key, list, () => list);
}

export class Model {
  private readonly storeys = new Memo<StoreyModel>();
  private readonly places = new Memo<OpeningPlace>();
  private readonly placeLists = new Memo<readonly OpeningPlace[]>();
  private readonly wallLists = new Memo<readonly WallFootprint[]>();
  private readonly outlines = new Memo<Outline | undefined>();
  private readonly roofs = new Memo<RoofModel | undefined>();
  private readonly roofLists = new Memo<readonly RoofModel[]>();
  private readonly bodies = new Memo<ElementBody>();

  /** Stages 1 and 2 of one storey: all that the plan shows. */
  storey(project: Project, id: string): StoreyModel | undefined {
    const storey = project.tables.storey.get(id);
    if (!storey) return undefined;
    const { wall, buildUp, opening, joint, storey: storeyTable } = project.tables;
    return this.storeys.get(id, [storey, wall, buildUp, opening, joint, storeyTable], () =>
      this.deriveStorey(project, storey)
    );
  }

  private deriveStorey(project: Project, storey: Storey): StoreyModel {
    const frames = new Map<string, Frame>();
    for (const wall of project.tables.wall.values()) {
      if (wall.storey !== storey.id) continue;
      const frame = frameOf(project, wall);
      if (frame) frames.set(wall.id, frame);
    }
    const asked = new Map(
      [...project.tables.joint.values()]
        .filter((joint) => joint.storey === storey.id)
        .map((joint) => [nodeKey(joint.members), joint])
    );
    const footprints = deriveFootprints([...frames.values()], asked);
    const byWall = new Map<string, OpeningPlace[]>();
    for (const opening of project.tables.opening.values()) {
      const frame = frames.get(opening.wall);
      if (!frame) continue;
      const place = this.place(opening, frame, frames);
      const list = byWall.get(opening.wall);
      if (list) list.push(place);
      else byWall.set(opening.wall, [place]);
    }
    const places = new Map([...byWall].map(([wall, list]) => [wall, stable(this.placeLists, wall, list)]));
    return {
      storey,
      frames,
      footprints,
      walls: stable(this.wallLists, storey.id, [...footprints.walls.values()]),
      places
    };
  }

  private place(opening: Opening, frame: Frame, frames: ReadonlyMap<string, Frame>): OpeningPlace {
    const named = opening.origin.kind === 'face' ? frames.get(opening.origin.wall) : undefined;
    return this.places.get(opening.id, [opening, frame, named], () => placeOpening(frame, opening, named));
  }

  /** Stage 3. */
  outline(project: Project, storey: string, face: SlabFace): Outline | undefined {
    const model = this.storey(project, storey);
    return (
      model && this.outlines.get(`${storey} ${face}`, [model.walls], () => deriveOutline(model.walls, face))
    );
  }

  /** Floor area within the outer faces, all storeys together, mm2. */
  floorArea(project: Project): number {
    return storeysInOrder(project)
      .flatMap(({ id }) => this.outline(project, id, 'outer')?.rings ?? [])
      .reduce((sum, ring) => sum + ringArea(ring), 0);
  }

  /** Stage 4. */
  roof(project: Project, roof: Roof): RoofModel | undefined {
    const outline = this.outline(project, roof.storey, 'outer');
    return this.roofs.get(roof.id, [roof, outline], () => deriveRoof(roof, outline));
  }

  private roofsOf(project: Project, storey: string): readonly RoofModel[] {
    const list = [...project.tables.roof.values()].flatMap((roof) => {
      const model = roof.storey === storey ? this.roof(project, roof) : undefined;
      return model ? [model] : [];
    });
    return stable(this.roofLists, storey, list);
  }

  slabRings(project: Project, slab: Slab): readonly Ring[] {
    if (slab.outline.kind === 'drawn') return [slab.outline.points];
    return this.outline(project, slab.storey, slab.outline.face)?.rings ?? [];
  }

  /** Stages 5 and 6 of the whole project. Unchanged elements are the same objects as before. */
  elements(project: Project, report?: (done: number, of: number) => void): ElementBody[] {
    const jobs = this.jobs(project);
    const out: ElementBody[] = [];
    jobs.forEach((job, i) => {
      if (report && i % 50 === 0) report(i, jobs.length);
      out.push(job());
    });
    this.bodies.sweep(new Set(out.map(({ id }) => id)));
    return out;
  }

  /** One step of work for each element, so that long work can pause and be cancelled between them. */
  jobs(project: Project): (() => ElementBody)[] {
    const jobs: (() => ElementBody)[] = [];
    for (const storey of storeysInOrder(project)) {
      const model = this.storey(project, storey.id)!;
      const roofs = this.roofsOf(project, storey.id);
      for (const footprint of model.walls) {
        const places = model.places.get(footprint.frame.wall.id) ?? noPlaces;
        jobs.push(() => this.wall(footprint, places, roofs, storey));
        for (const place of places) jobs.push(() => this.filling(footprint.frame, place, storey));
      }
    }
    for (const slab of project.tables.slab.values()) jobs.push(() => this.slab(project, slab));
    for (const roof of project.tables.roof.values()) jobs.push(() => this.roofBody(project, roof));
    return jobs;
  }

  private wall(
    footprint: WallFootprint,
    openings: readonly OpeningPlace[],
    roofs: readonly RoofModel[],
    storey: Storey
  ): ElementBody {
    const { wall, buildUp } = footprint.frame;
    return this.bodies.get(wall.id, [footprint.frame, footprint.bands, openings, roofs, storey], () => ({
      id: wall.id,
      kind: 'wall',
      storey: storey.id,
      parts: deriveWallSolids(footprint, { datum: storey.datum, height: storey.height, openings, roofs }).map(
        ({ ply, mesh }) => ({
          material: buildUp.plies[ply]!.material,
          mesh
        })
      )
    }));
  }

  private filling(frame: Frame, place: OpeningPlace, storey: Storey): ElementBody {
    const { id, filling, handing } = place.opening;
    const { origin, direction, buildUp } = frame;
    const { settingOut, outside } = frame.wall;
    // By value: a wall that only grew at its far end leaves its doors and windows as they are.
    const inputs = [
      ...[filling, handing, buildUp, settingOut, outside, storey],
      ...[origin.x, origin.y, direction.x, direction.y],
      ...[place.t0, place.t1, place.z0, place.z1]
    ];
    return this.bodies.get(id, inputs, () => ({
      id,
      kind: 'opening',
      storey: storey.id,
      parts: fillingParts(frame, place, storey.datum)
    }));
  }

  private slab(project: Project, slab: Slab): ElementBody {
    const storey = project.tables.storey.get(slab.storey);
    const outline =
      slab.outline.kind === 'walls' ? this.outline(project, slab.storey, slab.outline.face) : undefined;
    return this.bodies.get(slab.id, [slab, storey, outline], () => ({
      id: slab.id,
      kind: 'slab',
      storey: slab.storey,
      parts: this.slabRings(project, slab).map((ring) => ({
        material: 'concrete',
        mesh: slabMesh(ring, (storey?.datum ?? 0) + slab.offset, slab.thickness)
      }))
    }));
  }

  private roofBody(project: Project, roof: Roof): ElementBody {
    const storey = project.tables.storey.get(roof.storey);
    const model = this.roof(project, roof);
    return this.bodies.get(roof.id, [model, storey, roof], () => ({
      id: roof.id,
      kind: 'roof',
      storey: roof.storey,
      parts: model ? [{ material: 'slate', mesh: roofMesh(model, storey?.datum ?? 0) }] : []
    }));
  }
}
