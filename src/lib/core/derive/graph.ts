/**
 * The derivation graph: what is computed from which records, kept by the identity of what was read. One `Model` lives
 * on the main thread (plan only) and one in the worker (plan and bodies). Incremental equals from scratch: a law.
 *
 *   walls, build-ups, storeys -> 1 footprints -> 3 outline -> 4 roofs -+
 *   openings -> 2 places ----------------------------------------------+-> 5 wall solids, 6 bodies
 *   columns, chimneys -> cuts -----------------------------------------+
 */
import type {
  Chimney,
  Column,
  Opening,
  Project,
  Roof,
  Slab,
  SlabFace,
  Storey,
  Wall
} from '../project/records';
import { storeysInOrder } from '../project/project';
import { deriveFootprints, type StoreyFootprints, type WallFootprint } from './1-footprints';
import { placeOpening, type OpeningPlace } from './2-openings';
import { deriveOutline, type Outline } from './3-outline';
import { deriveRoof, type RoofModel } from './4-roofs';
import { deriveWallSolids } from './5-solids';
import { chimneyParts, columnMesh, fillingParts, roofMesh, slabMesh, type Part } from './6-bodies';
import { frameOf, type Frame } from './frame';
import { nodeKey } from './joints/gather';
import { cutsOf, topOfChimney, topOfColumn, type Cut } from './standing';
import { boxesMeet, boxOf, ringArea, type Box, type Ring } from '../geometry/ring';

/** One thing to show or export: its parts are closed meshes, each of one material. */
export interface ElementBody {
  readonly id: string;
  readonly kind: 'wall' | 'opening' | 'column' | 'chimney' | 'slab' | 'roof';
  readonly storey: string;
  readonly parts: readonly Part[];
}

interface Kept<T> {
  readonly inputs: readonly unknown[];
  readonly value: T;
}

/** Answers one of the last results (`depth` of them for each key) while the inputs are the same objects. */
class Memo<T> {
  private readonly kept = new Map<string, readonly Kept<T>[]>();

  constructor(private readonly depth = 1) {}

  get(key: string, inputs: readonly unknown[], make: () => T): T {
    const list = this.kept.get(key) ?? [];
    const old = list.find(
      (one) => one.inputs.length === inputs.length && one.inputs.every((input, i) => input === inputs[i])
    );
    if (old) {
      if (old !== list[0]) this.kept.set(key, [old, ...list.filter((one) => one !== old)]);
      return old.value;
    }
    const value = make();
    this.kept.set(key, [{ inputs, value }, ...list.slice(0, this.depth - 1)]);
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
const noRoofs: readonly RoofModel[] = [];
/** Keep an array's identity while its members are the same. */
function stable<T>(memo: Memo<readonly T[]>, key: string, list: readonly T[]): readonly T[] {
  return memo.get(key, list, () => list);
}

export class Model {
  /** While something is tried, both the project and the trial are asked for at every move. */
  private readonly storeys = new Memo<StoreyModel>(2);
  private readonly sorted = new WeakMap<ReadonlyMap<string, Wall>, Map<string, Wall[]>>();
  private readonly storeyWalls = new Memo<readonly Wall[]>(2);
  private readonly places = new Memo<OpeningPlace>();
  private readonly placeLists = new Memo<readonly OpeningPlace[]>();
  private readonly wallLists = new Memo<readonly WallFootprint[]>();
  private readonly outlines = new Memo<Outline | undefined>();
  private readonly roofs = new Memo<RoofModel | undefined>();
  private readonly roofLists = new Memo<readonly RoofModel[]>();
  private readonly bodies = new Memo<ElementBody>();
  private readonly allCuts = new Memo<readonly Cut[]>();
  private readonly cutLists = new Memo<readonly Cut[]>();
  private readonly boxes = new WeakMap<WallFootprint['bands'], Box>();

  /** Stages 1 and 2 of one storey: all that the plan shows. */
  storey(project: Project, id: string): StoreyModel | undefined {
    const storey = project.tables.storey.get(id);
    if (!storey) return undefined;
    const { buildUp, opening, joint, storey: storeyTable } = project.tables;
    const walls = this.wallsOn(project, id);
    return this.storeys.get(id, [storey, walls, buildUp, opening, joint, storeyTable], () =>
      this.deriveStorey(project, storey, walls)
    );
  }

  /** The walls of a storey: the same list while they are the same, so that a drag leaves the other storeys alone. */
  private wallsOn(project: Project, id: string): readonly Wall[] {
    const { wall } = project.tables;
    let byStorey = this.sorted.get(wall);
    if (!byStorey) {
      byStorey = new Map<string, Wall[]>();
      for (const one of wall.values()) {
        const list = byStorey.get(one.storey);
        if (list) list.push(one);
        else byStorey.set(one.storey, [one]);
      }
      this.sorted.set(wall, byStorey);
    }
    return stable(this.storeyWalls, id, byStorey.get(id) ?? []);
  }

  private deriveStorey(project: Project, storey: Storey, walls: readonly Wall[]): StoreyModel {
    const frames = new Map<string, Frame>();
    for (const wall of walls) {
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

  /** What columns and chimneys cut out of the rest. */
  cuts(project: Project): readonly Cut[] {
    const { column, chimney, storey } = project.tables;
    return this.allCuts.get('cuts', [column, chimney, storey], () => cutsOf(project));
  }

  /** The cuts that a wall is cut by; the same list as long as they are the same. */
  cutsOfWall(project: Project, { frame, bands }: WallFootprint): readonly Cut[] {
    const all = this.cuts(project);
    if (all.length === 0) return all;
    const datum = project.tables.storey.get(frame.wall.storey)?.datum ?? 0;
    let box = this.boxes.get(bands);
    if (!box) this.boxes.set(bands, (box = boxOf(bands.flatMap(({ outline }) => outline.flat()))));
    const [z0, z1] = [datum + frame.base, datum + frame.top];
    return stable(
      this.cutLists,
      frame.wall.id,
      all.filter((cut) => cut.z0 < z1 && cut.z1 > z0 && boxesMeet(cut.box, box))
    );
  }

  /** The highest point of all roofs above project zero; without a roof, the top of the highest storey. */
  ridge(project: Project): number {
    const tops = [...project.tables.roof.values()].flatMap((roof) => {
      const solved = this.roof(project, roof);
      return solved ? [(project.tables.storey.get(roof.storey)?.datum ?? 0) + solved.ridge] : [];
    });
    if (tops.length > 0) return Math.max(...tops);
    const top = storeysInOrder(project).at(-1)!;
    return top.datum + top.height;
  }

  /** Top of a chimney's masonry above project zero. */
  chimneyTop(project: Project, chimney: Chimney): number {
    const datum = project.tables.storey.get(chimney.storey)?.datum ?? 0;
    return datum + topOfChimney(project, chimney, this.ridge(project));
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
        const cuts = this.cutsOfWall(project, footprint);
        jobs.push(() => this.wall(footprint, places, roofs, storey, cuts));
        for (const place of places) jobs.push(() => this.filling(footprint.frame, place, storey));
      }
    }
    for (const column of project.tables.column.values()) jobs.push(() => this.column(project, column));
    for (const chimney of project.tables.chimney.values()) jobs.push(() => this.chimney(project, chimney));
    for (const slab of project.tables.slab.values()) jobs.push(() => this.slab(project, slab));
    for (const roof of project.tables.roof.values()) jobs.push(() => this.roofBody(project, roof));
    return jobs;
  }

  private wall(
    footprint: WallFootprint,
    openings: readonly OpeningPlace[],
    roofs: readonly RoofModel[],
    storey: Storey,
    cuts: readonly Cut[]
  ): ElementBody {
    const { wall, buildUp } = footprint.frame;
    return this.bodies.get(
      wall.id,
      [footprint.frame, footprint.bands, openings, roofs, storey, cuts],
      () => ({
        id: wall.id,
        kind: 'wall',
        storey: storey.id,
        parts: deriveWallSolids(footprint, {
          datum: storey.datum,
          height: storey.height,
          openings,
          roofs,
          cuts
        }).map(({ ply, mesh }) => ({
          material: buildUp.plies[ply]!.material,
          mesh
        }))
      })
    );
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
    const cuts = this.cuts(project);
    return this.bodies.get(slab.id, [slab, storey, outline, cuts], () => ({
      id: slab.id,
      kind: 'slab',
      storey: slab.storey,
      parts: this.slabRings(project, slab).map((ring) => ({
        material: 'concrete',
        mesh: slabMesh(ring, (storey?.datum ?? 0) + slab.offset, slab.thickness, cuts)
      }))
    }));
  }

  private column(project: Project, column: Column): ElementBody {
    const storey = project.tables.storey.get(column.storey);
    const top = topOfColumn(project, column);
    const roofs = top === Infinity ? this.roofsOf(project, column.storey) : noRoofs;
    return this.bodies.get(column.id, [column, storey, top, roofs], () => ({
      id: column.id,
      kind: 'column',
      storey: column.storey,
      parts: [
        {
          material: column.material,
          mesh: columnMesh(column, top, storey?.datum ?? 0, roofs, storey?.height ?? 0)
        }
      ]
    }));
  }

  private chimney(project: Project, chimney: Chimney): ElementBody {
    const top = this.chimneyTop(project, chimney);
    const base = (project.tables.storey.get(chimney.storey)?.datum ?? 0) + chimney.base;
    return this.bodies.get(chimney.id, [chimney, project.tables.storey, top], () => ({
      id: chimney.id,
      kind: 'chimney',
      storey: chimney.storey,
      parts: chimneyParts(project, chimney, base, top)
    }));
  }

  private roofBody(project: Project, roof: Roof): ElementBody {
    const storey = project.tables.storey.get(roof.storey);
    const model = this.roof(project, roof);
    const cuts = this.cuts(project);
    return this.bodies.get(roof.id, [model, storey, roof, cuts], () => ({
      id: roof.id,
      kind: 'roof',
      storey: roof.storey,
      parts: model ? [{ material: 'slate', mesh: roofMesh(model, storey?.datum ?? 0, cuts) }] : []
    }));
  }
}
