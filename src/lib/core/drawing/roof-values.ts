/**
 * What a roof plan tells of roofs where they are worked on: each slope's pitch with an arrow down it, and, of a roof in
 * hand, the overhang and the plate level of every edge, inside its line. A value without room at a scale is left out.
 *
 *      +------------------------------+ eave
 *      |  overhang 450   plate 2 460  |
 *      |             30°              |      places are tried from the middle of the slope outwards
 *      |              |               |
 *      |              v               |
 */
import { arrowLines, readable } from '../display/arrows';
import { isClear, rectangle } from '../display/clear';
import { halfOfText, type PlainMark } from '../display/marks';
import type { Query } from '../document/kind';
import { settingsOf } from '../document/project';
import { idOfKey, paperOfKey, scaledKey, stage } from '../document/stage';
import { allCuts } from '../document/cuts';
import { sharedArea } from '../geometry/common-area';
import {
  add,
  along,
  angleOf,
  cross,
  distance,
  dot,
  leftOf,
  lerp,
  scale,
  subtract,
  unit,
  type Point
} from '../geometry/point';
import { edgesOf, ringArea, ringHolds, type Ring } from '../geometry/ring';
import { lightPlaces } from '../kinds/rooflight/place';
import { planeFromEdge, type RoofModel } from '../kinds/roof/planes';
import { isBare } from '../kinds/roof/record';
import { roofModels } from '../kinds/roof/stages';
import { upperName } from '../kinds/roof/slope';
import { formatPitch } from '../units/angle';
import { formatLength, type LengthUnits } from '../units/length';

export type RoofValueName = 'pitch' | 'overhang' | 'plateLevel';

/** A value where it is written; `edge`: of which edge of which ring; null: of an upper slope, told only. */
export interface RoofValue {
  readonly what: RoofValueName | null;
  readonly roof: string;
  readonly ring: number;
  readonly edge: number;
  readonly text: string;
  readonly at: Point;
  /** Along the text, as it reads. */
  readonly way: Point;
  /** Half its length and height, mm. */
  readonly half: Point;
  /** Down the slope. */
  readonly arrow: readonly [Point, Point] | null;
}

/** mm of paper. */
const letters = 2.3;
const arrowLong = 5;
const gap = 1;
/** Inside of an edge its values keep clear of a wall so thick, where there is room, mm. */
const wallThick = 420;

/** Of its text, and of its arrow. */
export function ringsOf({ at, way, half, arrow }: RoofValue): Point[][] {
  if (!arrow) return [rectangle(at, way, half)];
  const [from, to] = arrow;
  const shaft = { x: distance(from, to) / 2, y: half.y / 2 };
  return [rectangle(at, way, half), rectangle(lerp(from, to, 0.5), unit(subtract(to, from)), shaft)];
}

/** Shares of the way across a slope, the middle first. */
const shares = [0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8];

/** A place in a ring for a rectangle that runs along `way`: `reach`, how far it goes to either side of that. */
function placeIn(
  ring: Ring,
  way: Point,
  half: Point,
  down: number,
  taken: readonly Ring[]
): Point | undefined {
  const up = leftOf(way);
  const [ts, ss] = [way, up].map((one) => ring.map((p) => dot(p, one))) as [number[], number[]];
  const across = (list: number[], k: number) =>
    Math.min(...list) + k * (Math.max(...list) - Math.min(...list));
  for (const s of shares)
    for (const t of shares) {
      const at = add(scale(way, across(ts, t)), scale(up, across(ss, s)));
      // The text with its arrow below it.
      const box = rectangle(along(at, up, -down / 2), way, { x: half.x, y: half.y + down / 2 });
      if (box.every((p) => ringHolds(ring, p)) && isWithin(box, ring) && isClear(box, taken)) return at;
    }
  return undefined;
}

/** Whether no corner of a ring lies in a box whose own corners it holds. */
const isWithin = (box: Ring, ring: Ring) =>
  ring.every((p) => !ringHolds(box, p)) && sharedArea(box, ring) > 0.999 * ringArea(box);

function pitchesOf(model: RoofModel, paper: number, units: LengthUnits, taken: Ring[]): RoofValue[] {
  const { roof } = model;
  return model.edges.flatMap((edges, r) =>
    edges.flatMap(({ kind }, k) => {
      const [from, to] = edgesOf(model.bearing[r]!)[k]!;
      // Read with the slope's foot below: the arrow runs out to the eave.
      const way = unit(subtract(to, from));
      const lower = planeFromEdge(model, r, k);
      return [lower, upperName(lower)].flatMap((name): RoofValue[] => {
        const parts = model.planes.filter((plane) => plane.name === name);
        const [part] = parts.sort((p, q) => ringArea(q.ring) - ringArea(p.ring));
        if (!part || part.pitch === 0) return [];
        const text = formatPitch(part.pitch, units);
        const half = halfOfText(text, letters, paper);
        const down = (gap + arrowLong) * paper;
        const at = placeIn(part.ring, way, half, down, taken);
        if (!at) return [];
        const out = scale(leftOf(way), -1);
        const start = along(at, out, half.y + gap * paper);
        taken.push(rectangle(along(at, out, down / 2), way, { x: half.x, y: half.y + down / 2 }));
        const what = kind === 'eave' && name === lower ? 'pitch' : null;
        return [
          {
            ...{ what, roof: roof.id, ring: r, edge: k, text, at, way: readable(way), half },
            arrow: [start, along(start, out, arrowLong * paper)]
          }
        ];
      });
    })
  );
}

/** Overhangs and plates of all edges of a roof, inside of their lines; clear of what is there already. */
function edgeValuesOf(model: RoofModel, paper: number, units: LengthUnits, taken: Ring[]): RoofValue[] {
  return model.edges.flatMap((edges, r) =>
    edges.flatMap((edge, k): RoofValue[] => {
      if (isBare(edge.kind)) return [];
      const [from, to] = edgesOf(model.bearing[r]!)[k]!;
      const way = unit(subtract(to, from));
      const isEave = edge.kind === 'eave';
      const told: readonly (readonly [RoofValueName, string])[] = [
        ['overhang', `${isEave ? 'overhang' : 'verge'} ${formatLength(edge.overhang, units)}`],
        ...(isEave ? [['plateLevel', `plate ${formatLength(edge.plateLevel, units)}`] as const] : [])
      ];
      return told.flatMap(([what, text], i): RoofValue[] => {
        const half = halfOfText(text, letters, paper);
        const spots =
          told.length > 1 ? (i === 0 ? [0.28, 0.2, 0.36, 0.5] : [0.72, 0.8, 0.64, 0.5]) : [0.5, 0.35, 0.65];
        for (const inside of [wallThick + 1.3 * half.y, 1.8 * half.y, 4.4 * half.y])
          for (const share of spots) {
            const at = along(lerp(from, to, share), leftOf(way), inside);
            const box = rectangle(at, way, half);
            const isOver = half.x < share * distance(from, to) && half.x < (1 - share) * distance(from, to);
            if (!isOver || !isClear(box, taken)) continue;
            taken.push(box);
            return [
              { what, roof: model.roof.id, ring: r, edge: k, text, at, way: readable(way), half, arrow: null }
            ];
          }
        return [];
      });
    })
  );
}

/** What lies in the slopes of a storey's roofs and is not written over. */
const takenOn = (query: Query): Ring[] => [
  ...[...query.project.tables.rooflight.keys()].flatMap((id) => {
    const place = query.get(lightPlaces, id);
    return place ? [place.ring] : [];
  }),
  ...query.get(allCuts, '').flatMap(({ roofs, ring }) => (roofs ? [ring] : []))
];

/** Pitches of all roofs of a storey at a scale: `scaledKey(paper, storey)`. */
const pitchValues = stage(
  'pitches in the roof plan',
  {
    models: (query: Query, key) =>
      [...query.project.tables.roof.values()].flatMap(({ id, storey }) =>
        storey === idOfKey(key) ? (query.get(roofModels, id) ?? []) : []
      ),
    taken: takenOn,
    units: ({ project }) => settingsOf(project).units
  },
  ({ models, taken, units }, key): readonly RoofValue[] => {
    const all = [...taken];
    return models.flatMap((model) => pitchesOf(model, paperOfKey(key), units, all));
  }
);

/** What is written of a storey's roofs at a scale, mm to a mm of paper. */
export const pitchesOn = (query: Query, storey: string, paper: number): readonly RoofValue[] =>
  query.get(pitchValues, scaledKey(paper, storey));

/** What is written at the edges of one roof besides: `scaledKey(paper, roof)`. */
const edgeValueStage = stage(
  'values at edges of a roof',
  {
    model: (query: Query, key) => query.get(roofModels, idOfKey(key)),
    taken: takenOn,
    written: (query, key) => {
      const storey = query.project.tables.roof.get(idOfKey(key))?.storey ?? '';
      return pitchesOn(query, storey, paperOfKey(key));
    },
    units: ({ project }) => settingsOf(project).units
  },
  ({ model, taken, written, units }, key): readonly RoofValue[] => {
    const boxes = written.flatMap(ringsOf);
    return model ? edgeValuesOf(model, paperOfKey(key), units, [...taken, ...boxes]) : [];
  }
);

export const edgeValues = (query: Query, roof: string, paper: number): readonly RoofValue[] =>
  query.get(edgeValueStage, scaledKey(paper, roof));

/** Whether a place lies on a value, with so much room round it. */
export function isOnValue({ at, way, half }: RoofValue, p: Point, slack: number): boolean {
  const off = subtract(p, at);
  return Math.abs(dot(off, way)) <= half.x + slack && Math.abs(cross(way, off)) <= half.y + slack;
}

export function valueMarks(values: readonly RoofValue[], paper: number): PlainMark[] {
  return values.flatMap(({ roof, at, way, text, arrow }): PlainMark[] => {
    // What is only told of a roof in hand does not look as that itself.
    const mark = { subject: arrow ? roof : '', group: 'roof', ink: 'tide' } as const;
    const words: PlainMark = { ...mark, kind: 'text', at, angle: angleOf(way), height: letters, text };
    if (!arrow) return [words];
    return [words, { ...mark, kind: 'lines', points: arrowLines(...arrow, paper), pen: 'fine' }];
  });
}
