/** What is derived from roofs: their planes, an index of them, the highest point of all. */
import Flatbush from 'flatbush';
import type { Query } from '../../document/kind';
import { sameValue } from '../../document/patch';
import { own, pairKey, partsOfKey, result, stage, stageWithMemory, table } from '../../document/stage';
import { raise } from '../../geometry/plane';
import { locate, type Point } from '../../geometry/point';
import { boxesMeet, boxOf, type Box, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { fromFrame } from '../../kernels/joints/frame';
import type { RoofPlane } from '../../kernels/roof/planes';
import { datumOf, storeysInOrder, type Storey } from '../storey/record';
import { footprintOf, frames, outlineOn } from '../wall/stages';
import type { Outline } from '../wall/outline';
import { overSides, overStorey, type RoofOutline, type Run } from './edges';
import { drawnOn, isEnclosed, metRoofs, type Placed } from './meeting';
import { footOf, type Foot } from './fit';
import { deriveRoof, fromLoops, overLoop, type RoofModel } from './planes';
import { groupedBy } from '../../document/grouped';

/** Planes of the last solution by name: parts that came out the same again are the same objects, so walls under them stay. */
class PlaneMemory {
  private planes = new Map<string, RoofPlane[]>();

  keep(now: readonly RoofPlane[]): readonly RoofPlane[] {
    const kept = now.map(
      (plane) => this.planes.get(plane.name)?.find((old) => old === plane || sameValue(old, plane)) ?? plane
    );
    this.planes = groupedBy(kept, ({ name }) => name);
    return kept;
  }
}

/** A face of a wall, by its id and which: that way round on whose left the house is; undefined where it has none. */
const faces = stage(
  'faces of walls',
  {
    frame: (query: Query, key) => query.get(frames, partsOfKey(key)[0]),
    bands: (query, key) => footprintOf(query, partsOfKey(key)[0])?.bands
  },
  ({ frame, bands }, key): Run | undefined => {
    if (!frame || !bands) return undefined;
    const isLeft = frame.wall.outside === 'left';
    const y = isLeft === (partsOfKey(key)[1] === 'outer') ? frame.y1 : frame.y0;
    const ends = bands[0]!.outline.flat().flatMap((p) => {
      const at = locate(p, frame.origin, frame.direction);
      return Math.abs(at.y - y) < tolerances.coincident ? [at.t] : [];
    });
    if (ends.length < 2) return undefined;
    const [first, last] = [Math.min(...ends), Math.max(...ends)].map((t) => fromFrame(frame, t, y)) as [
      Point,
      Point
    ];
    return isLeft ? { from: last, to: first } : { from: first, to: last };
  },
  sameValue
);

export const faceOf = (query: Query, wall: string, inner: boolean): Run | undefined =>
  query.get(faces, pairKey(wall, inner ? 'inner' : 'outer'));

/** What a roof bears on, by its id; undefined where there is nothing. */
export const roofOutlines = stage(
  'outlines of roofs',
  {
    roof: own('roof'),
    outline: (query, id) => {
      const roof = query.project.tables.roof.get(id);
      return roof && !roof.sides ? outlineOn(query, roof.storey, 'outer') : undefined;
    },
    faces: (query, id) =>
      query.project.tables.roof
        .get(id)
        ?.sides?.map(({ wall, inner }) => (wall === null ? undefined : faceOf(query, wall, inner)))
  },
  ({ roof, outline, faces }): RoofOutline | undefined => {
    if (!roof) return undefined;
    const { sides } = roof;
    if (!sides) return outline && overStorey(roof, outline);
    return overSides(
      roof,
      sides,
      (wall, inner) => faces?.[sides.findIndex((side) => side.wall === wall && side.inner === inner)]
    );
  },
  // A face may have grown past its corner with the next.
  sameValue
);

/** Each roof by itself, by its id. */
const roofsAlone = stage(
  'roofs by themselves',
  { roof: own('roof'), outline: result(roofOutlines) },
  ({ roof, outline }): RoofModel | undefined => roof && deriveRoof(roof, outline)
);

const boxOfRoofs = (...models: readonly RoofModel[]): Box =>
  boxOf(models.flatMap(({ eaves }) => eaves.flatMap(({ ring }) => ring)));

/** The other roofs that one may run into, as they lie over or beside it, each by itself. */
const besideRoofs = stage(
  'roofs beside roofs',
  {
    found: (query: Query, id) => {
      const own = query.get(roofsAlone, id);
      if (!own?.front) return [];
      const box = boxOfRoofs(own);
      return [...query.project.tables.roof.keys()].flatMap((other) => {
        const model = other === id ? undefined : query.get(roofsAlone, other);
        return model && !model.front && boxesMeet(box, boxOfRoofs(model), tolerances.joint) ? [model] : [];
      });
    }
  },
  ({ found }): readonly RoofModel[] => found
);

/** Each roof drawn on into those that it runs into, by its id. */
const roofsDrawnOn = stage(
  'roofs drawn on',
  {
    alone: result(roofsAlone),
    outline: result(roofOutlines),
    others: result(besideRoofs),
    datums: (query, id) =>
      [query.get(roofsAlone, id), ...query.get(besideRoofs, id)].map((one) =>
        one ? datumOf(query.project, one.roof.storey) : 0
      )
  },
  ({ alone, outline, others, datums }): RoofModel | undefined => {
    if (!alone?.front || !outline || others.length === 0) return alone;
    const at = (i: number, model: RoofModel): Placed => ({ model, datum: datums[i]! });
    const on = drawnOn(
      outline,
      at(0, alone),
      others.map((one, i) => at(i + 1, one))
    );
    return deriveRoof(alone.roof, outline, on);
  }
);

/** The foot of another roof that one can continue, each looked at by itself. */
export function footFor(query: Query, id: string, to: string): Foot | undefined {
  const [lower, upper] = [id, to].map((one): Placed | undefined => {
    const model = query.get(roofsAlone, one);
    return model && { model, datum: datumOf(query.project, model.roof.storey) };
  });
  return lower && upper && footOf(lower, upper);
}

/** A ring of a roof that has its courts with it, by its number and the roof's id. */
const ringKey = (r: number, id: string) => pairKey(String(r), id);

/** Each ring of a roof by itself, drawn on: `ringKey`. */
const roofsByRing = stage(
  'roofs over one ring',
  { model: (query, key) => query.get(roofsDrawnOn, partsOfKey(key)[1]) },
  ({ model }, key): RoofModel | undefined => {
    const loop = model?.loops.find(([r]) => r === Number(partsOfKey(key)[0]));
    return model && loop && overLoop(model, loop);
  },
  sameValue
);

const ringsOf = (query: Query, id: string): string[] =>
  (query.get(roofsDrawnOn, id)?.loops ?? []).map(([r]) => ringKey(r!, id));

/** Rings of roofs that lie over one another, group by group: `ringKey`. */
const roofGroups = stage(
  'groups of roofs',
  {
    models: (query: Query) =>
      [...query.project.tables.roof.keys()].flatMap((id) => query.get(roofsDrawnOn, id) ?? [])
  },
  ({ models }): readonly (readonly string[])[] => {
    const all = models.flatMap(({ roof, eaves, loops }) =>
      loops.map(([r]) => ({ key: ringKey(r!, roof.id), box: boxOf(eaves[r!]!.ring) }))
    );
    const unseen = new Set(all.keys());
    return [...all.keys()].flatMap((first) => {
      if (!unseen.delete(first)) return [];
      const group = [first];
      for (const i of group)
        for (const k of unseen)
          if (boxesMeet(all[i]!.box, all[k]!.box)) {
            unseen.delete(k);
            group.push(k);
          }
      return [group.map((i) => all[i]!.key)];
    });
  },
  sameValue
);

/** By ring, those that it lies in a group with, itself among them. */
const groupByRing = stage(
  'groups by ring',
  { groups: result(roofGroups) },
  ({ groups }) => new Map(groups.flatMap((group) => group.map((key) => [key, group] as const)))
);

/** A roof as it is drawn before it meets others. */
export const drawnRoof = (query: Query, id: string): RoofModel | undefined => query.get(roofsDrawnOn, id);

/** The other roofs that any ring of one lies in a group with. */
export function roofsBeside(query: Query, id: string): string[] {
  const keys = ringsOf(query, id).flatMap((key) => groupFrom(query, key));
  return [...new Set(keys.map((key) => partsOfKey(key)[1]))].filter((other) => other !== id);
}

/** The rings round a storey's outer walls that reach into a box. */
const ringsIn = (query: Query, storey: string, box: Box): Ring[] =>
  ringsNear(outlineOn(query, storey, 'outer'), box);

const ringsNear = (outline: Outline | undefined, box: Box): Ring[] =>
  (outline?.rings ?? []).filter((ring) => boxesMeet(boxOf(ring), box));

/** The members of a group by any of them. */
const groupFrom = (query: Query, key: string) => query.get(groupByRing, '').get(key) ?? [];

/** The rings of a group, each by itself, by the key of the first. */
const drawnGroups = stage(
  'groups as they are drawn on',
  {
    found: (query: Query, first) =>
      groupFrom(query, first).flatMap((key) => query.get(roofsByRing, key) ?? [])
  },
  ({ found }): readonly RoofModel[] => found
);

/** Storeys over any roof of a group that reach into its plan, by the key of the first. */
const storeysOver = stage(
  'storeys over groups of roofs',
  {
    found: (query: Query, first) => {
      const models = query.get(drawnGroups, first);
      if (models.length === 0) return [];
      const lowest = Math.min(...models.map(({ roof }) => datumOf(query.project, roof.storey)));
      const box = boxOfRoofs(...models);
      return [...query.project.tables.storey.values()].filter(
        ({ id, datum }) => datum > lowest && ringsIn(query, id, box).length > 0
      );
    }
  },
  ({ found }): readonly Storey[] => found
);

/** Whether the walls of its storey close the space under a ring of a roof: `ringKey`. */
const enclosedRings = stage(
  'roofs over rooms',
  {
    model: result(roofsByRing),
    outline: (query, key) => {
      const model = query.get(roofsByRing, key);
      return model && ringsIn(query, model.roof.storey, boxOfRoofs(model));
    }
  },
  ({ model, outline }): boolean => model !== undefined && isEnclosed(model, outline ?? [])
);

/** Roofs of a group as they meet each other and the storeys over them, by the id of the first. */
const meetings = stage(
  'roofs that meet',
  {
    models: result(drawnGroups),
    datums: (query, first) =>
      query.get(drawnGroups, first).map(({ roof }) => datumOf(query.project, roof.storey)),
    enclosed: (query, first) => groupFrom(query, first).map((key) => query.get(enclosedRings, key)),
    over: result(storeysOver),
    outlines: (query, first) => query.get(storeysOver, first).map(({ id }) => outlineOn(query, id, 'outer'))
  },
  ({ models, datums, enclosed, over, outlines }): readonly RoofModel[] => {
    if (models.length < 2 && over.length === 0) return models;
    const box = boxOfRoofs(...models);
    const placed = models.map((model, i) => ({
      placed: { model, datum: datums[i]! },
      isEnclosed: enclosed[i]!
    }));
    const storeys = over.map(({ datum }, i) => ({ floor: datum, rings: ringsNear(outlines[i], box) }));
    return metRoofs(placed, storeys) ?? models;
  }
);

/** A ring of a roof as it is where it meets others: `ringKey`. */
function metRing(query: Query, key: string): RoofModel | undefined {
  const group = groupFrom(query, key);
  return group.length === 0 ? undefined : query.get(meetings, group[0]!)[group.indexOf(key)];
}

/** The solved roof as it is where it meets others, by its id; undefined where there is no outline to stand on. */
export const roofModels = stageWithMemory(
  'roofs',
  {
    drawn: result(roofsDrawnOn),
    rings: (query, id) => ringsOf(query, id).flatMap((key) => metRing(query, key) ?? [])
  },
  () => new PlaneMemory(),
  ({ drawn, rings }, _, memory): RoofModel | undefined => {
    const met = drawn && fromLoops(drawn, rings);
    return met && { ...met, planes: memory.keep(met.planes) };
  },
  sameValue
);

interface IndexedRoof {
  readonly planes: readonly RoofPlane[];
  readonly box: Box;
  readonly index: Flatbush;
}

/** A roof's planes in heights over a storey's datum, with a static index by their plan boxes; by roof and storey. */
const planeIndexes = stage(
  'indexes of roof planes',
  {
    model: (query, key) => query.get(roofModels, partsOfKey(key)[0]),
    lift: ({ project }, key) => {
      const [roof, storey] = partsOfKey(key);
      return datumOf(project, project.tables.roof.get(roof)?.storey ?? '') - datumOf(project, storey);
    },
    between: (query, key) => {
      const [roof, storey] = partsOfKey(key);
      const model = query.get(roofModels, roof);
      const [from, to] = [storey, model?.roof.storey ?? ''].map((id) => datumOf(query.project, id)) as [
        number,
        number
      ];
      if (!model || to <= from) return [];
      const box = boxOfRoofs(model);
      return [...query.project.tables.storey.values()].flatMap(({ id, datum }) =>
        datum > from && datum <= to ? ringsIn(query, id, box) : []
      );
    }
  },
  ({ model, lift, between }): IndexedRoof | undefined => {
    if (!model || model.planes.length === 0) return undefined;
    const index = new Flatbush(model.planes.length);
    for (const { ring } of model.planes) {
      const { minX, minY, maxX, maxY } = boxOf(ring);
      index.add(minX, minY, maxX, maxY);
    }
    index.finish();
    const lifted = ({ underside, top, ...plane }: RoofPlane): RoofPlane => ({
      ...{ ...plane, underside: raise(underside, lift), top: raise(top, lift) },
      except: between.filter((ring) => boxesMeet(boxOf(ring), boxOf(plane.ring)))
    });
    const box = { minX: index.minX, minY: index.minY, maxX: index.maxX, maxY: index.maxY };
    return { planes: lift === 0 ? model.planes : model.planes.map(lifted), box, index };
  }
);

/** One roof in heights over a storey's datum; none where it is not solved. */
export const roofSeenFrom = (query: Query, roof: string, storey: string): readonly IndexedRoof[] => {
  const found = query.get(planeIndexes, pairKey(roof, storey));
  return found ? [found] : [];
};

const roofsByStorey = stage('roofs by storey', { roofs: table('roof') }, ({ roofs }) =>
  groupedBy(roofs.values(), ({ storey }) => storey)
);

/** The solved roofs of a storey, by its id. */
const roofsOn = stage(
  'solved roofs of a storey',
  {
    found: (query: Query, storey) =>
      (query.get(roofsByStorey, '').get(storey) ?? []).flatMap(({ id }) => roofSeenFrom(query, id, storey))
  },
  ({ found }): readonly IndexedRoof[] => found
);

/** All solved roofs in heights over a storey's datum, by its id. */
const roofsFrom = stage(
  'solved roofs from a storey',
  {
    found: (query: Query, storey) =>
      [...query.project.tables.roof.keys()].flatMap((id) => roofSeenFrom(query, id, storey))
  },
  ({ found }): readonly IndexedRoof[] => found
);

export const indexedRoofs = (query: Query, storey: string) => query.get(roofsOn, storey);

/** Those of every storey: what stands on this one may be under any. */
export const indexedRoofsFrom = (query: Query, storey: string) => query.get(roofsFrom, storey);

/** Planes of solved roofs that lie over a box of the plan, roof by roof; one that only ends at it does not. */
export const planesOver = (
  roofs: readonly IndexedRoof[],
  { minX, minY, maxX, maxY }: Box
): readonly RoofPlane[] => {
  const edge = tolerances.joint;
  return roofs.flatMap(({ planes, box, index }) =>
    boxesMeet(box, { minX, minY, maxX, maxY })
      ? index
          .search(minX + edge, minY + edge, maxX - edge, maxY - edge)
          .sort((p, q) => p - q)
          .map((i) => planes[i]!)
      : []
  );
};

/** The highest point of all roofs above project zero; without a roof, the top of the highest storey. */
export function ridgeHeight(query: Query): number {
  const { tables } = query.project;
  const tops = [...tables.roof.values()].flatMap((roof) => {
    const solved = query.get(roofModels, roof.id);
    return solved ? [(tables.storey.get(roof.storey)?.datum ?? 0) + solved.ridge] : [];
  });
  if (tops.length > 0) return Math.max(...tops);
  const top = storeysInOrder(query.project).at(-1)!;
  return top.datum + top.height;
}
