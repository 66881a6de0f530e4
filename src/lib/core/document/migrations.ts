/** One step for each version of the document; a file of version n runs the steps from n on. */
import { schemaVersion } from './record';

type Loose = { readonly kind?: unknown; readonly [field: string]: unknown };
/** `house`: all records of the project that these are part of, in the newer form as far as they are known. */
type Step = (records: readonly Loose[], house: readonly Loose[]) => Loose[];

/** Fields that a record of a kind gains, with what they were by silence before. */
const gain =
  (fields: Readonly<Record<string, Readonly<Record<string, unknown>>>>): Step =>
  (records) =>
    records.map((record) => ({ ...fields[String(record?.kind)], ...record }));

/** Keyed by the version a step starts from. */
const steps: Readonly<Record<number, Step>> = {
  // Build-up ratings, materials with physics and texture, offsets, returned ends, a second unit, limits of area.
  1: gain({
    project: { secondUnits: null, areaLimit: null },
    material: { conductivity: 1, density: 1000, texture: 'plain', unitLength: 0, unitHeight: 0 },
    buildUp: { fireRating: '', soundRating: '' },
    wall: { settingOutOffset: 0, returnEnds: false }
  }),
  // Columns and chimneys, which older files have none of; returned jambs.
  2: gain({ wall: { returnJambs: false } }),
  // How sure sizes are; guides, dimensions by hand, presets, layers and twins, which older files have none of.
  3: gain({
    project: { nudge: 10, grid: null },
    wall: { certainty: 'measured' },
    opening: { certainty: 'measured' }
  }),
  // Names that last: kinds and fields called by the field's words; materials that were fixed; a GUID for the project.
  4: (records, house) => withGuid(withMaterials(records.map(calledAsNow), house), house),
  // Marks of openings: given with the first change of the house. Walls that cover the edge of their floor.
  5: gain({ opening: { mark: '', entry: null }, wall: { endCut: 0, coversFloor: false } }),
  // What an opening has otherwise than its entry, what openings are measured by; lights in rows, glass, handles, drips, lined reveals, glass beside doors.
  6: gain({
    project: {
      openingLimits: { escapeArea: 0.53e6, escapeWidth: 508, escapeHeight: 610, escapeSill: 1118, step: 20 }
    },
    opening: { overrides: null, escape: false, through: false, ajar: null },
    catalogueEntry: {
      ...{ rows: 1, glazing: 'clear', handle: 'none', drip: 0 },
      ...{ reveal: { outside: 0, inside: 0 }, beside: { left: 0, right: 0, above: 0 } }
    }
  }),
  // Whether doors of bedrooms are to open inwards; openings that are turned left to right; windows that stand out as a bay or go round a corner; roof edges unlike their roof.
  7: (records, house) =>
    grouped(
      gain({
        opening: { mirrored: false },
        catalogueEntry: {
          bay: { depth: 0, splay: 0, boards: 0, sides: 'fixed' },
          corner: { width: 0, lights: ['fixed'] }
        }
      })(records, house)
    ),
  // Roofs on an outline of their own; edges with a second slope.
  8: (records, house) =>
    gain({ roof: { sides: null } })(records, house).map((record) =>
      record.kind === 'roof' && Array.isArray(record.edges)
        ? { ...record, edges: record.edges.map((edge: object) => ({ second: null, ...edge })) }
        : record
    ),
  // How roofs end at their eaves, their cheeks; roofs within parapets; shapes of thresholds; what is cut to waste of a material.
  9: (records, house) =>
    gain({
      material: { waste: 0 },
      catalogueEntry: { thresholdShape: 'level' },
      roof: { eaveCut: 'plumb', fascia: 0, soffit: 'open', cheeks: null }
    })(records, house).map(endedAsNow),
  // Roofs of plies, that bear further in, whose ridge is cut off; rooflights, which older files have none of; walls that stand
  // through roofs.
  10: (records, house) =>
    gain({ roof: { buildUp: null, cutOff: null, seat: 0 }, wall: { throughRoofs: false } })(
      records,
      house
    ).map(seatedAsNow),
  // Slabs with holes, of plies, with falls; how falls are written.
  11: gain({
    project: { fallsAs: 'percent' },
    slab: { holes: [], buildUp: null, falls: null, underside: 'tilted', varies: 0, least: 0 }
  }),
  // What steps of stairs may be; ground that is brought to slabs; stairs, levels of the ground and clear spaces, which older files have none of.
  12: gain({
    slab: { pad: null },
    project: {
      stairLimits: {
        stair: {
          ...{
            riser: 196,
            going: 254,
            strideLeast: 600,
            strideMost: 640,
            headroom: 2032,
            width: 860,
            narrow: 152
          }
        },
        spiral: {
          riser: 241,
          going: 171,
          strideLeast: 0,
          strideMost: 0,
          headroom: 1982,
          width: 660,
          narrow: 0
        },
        ladder: {
          riser: 241,
          going: 127,
          strideLeast: 0,
          strideMost: 0,
          headroom: 2032,
          width: 508,
          narrow: 0
        }
      }
    }
  }),
  // Slabs that are measured from the top of a foundation, with thickened edges; at which stage of work one draws; footings and alignments, which older files have none of.
  13: gain({ slab: { from: null, edge: null }, project: { drawnAs: 'new' } }),
  // Walls that stand on slabs and foundations; guards along floors; how much floors are to fall away from the house, and where guards are wanted.
  14: gain({
    wall: { on: null },
    slab: { guard: false },
    project: { leastFall: 0.02, guardLimits: { drop: 762, height: 914 } }
  }),
  // Tracing sheets that are stretched, put right, held against known lengths, cut down, in an order, of layers.
  15: gain({
    tracingSheet: {
      ...{ page: 1, stretch: 1, rectangle: null, lengths: [], shown: true, greys: false, clearPaper: false },
      ...{ order: 0, crop: null, hidden: [] }
    }
  }),
  // By whom and when sizes were measured; survey rooms, which older files have none of.
  16: (records, house) =>
    gain({ project: { measuring: { by: '', on: '' } } })(records, house).map((record) =>
      withPieces(record, { by: '', on: '' })
    ),
  // Trim round openings and the thickness of walls that were measured; ties between rooms, which older files have none of.
  17: (records, house) =>
    gain({ surveyRun: { thickness: null } })(records, house).map((record) => withPieces(record, { trim: 0 })),
  // Sills that are measured over a floor, and stairs whose ends keep to floors.
  18: gain({ opening: { floor: null }, stair: { footFloor: null, headFloor: null } })
};

/** A survey run whose pieces gain fields. */
const withPieces = (record: Loose, fields: object): Loose =>
  record?.kind === 'surveyRun' && Array.isArray(record.pieces)
    ? { ...record, pieces: record.pieces.map((piece: object) => ({ ...fields, ...piece })) }
    : record;

const seatedAsNow = (record: Loose): Loose => {
  if (record?.kind !== 'roof') return record;
  const on = (list: unknown) =>
    Array.isArray(list) ? list.map((one: object) => ({ seat: null, ...one })) : list;
  return { ...record, edges: on(record.edges), sides: on(record.sides) };
};

const endedAsNow = (record: Loose): Loose => {
  if (record?.kind !== 'roof') return record;
  const unsaid = { fascia: null, soffit: null };
  const { edges, sides } = record;
  return {
    ...record,
    ...(Array.isArray(edges) && { edges: edges.map((edge: object) => ({ ...unsaid, ...edge })) }),
    ...(Array.isArray(sides) && {
      sides: sides.map((side: object) => ({ ...unsaid, inner: false, ...side }))
    })
  };
};

/** Fields within fields: a limit that came later than the others, what edges of roofs have otherwise. */
const grouped = (records: readonly Loose[]): Loose[] =>
  records.map((record) => {
    if (record?.kind === 'project')
      return {
        ...record,
        openingLimits: { inwards: false, ...(record.openingLimits as object | undefined) }
      };
    if (record?.kind !== 'roof' || !Array.isArray(record.edges)) return record;
    const unsaid = { pitch: null, overhang: null, plateLevel: null };
    return { ...record, edges: record.edges.map((edge: object) => ({ ...unsaid, ...edge })) };
  });

const newKinds: Readonly<Record<string, string>> = { sheet: 'tracingSheet', putOff: 'deferral' };

function calledAsNow(record: Loose): Loose {
  const kind = newKinds[String(record?.kind)] ?? record?.kind;
  const { section, ...rest } = record as Loose & { section?: unknown };
  if (kind === 'deferral')
    return { ...record, kind, finding: String(record?.finding).replace(/^standing\./, 'item.') };
  if (kind === 'column') return { ...rest, profile: section };
  const holds = record?.holds as { by?: unknown; what?: unknown } | undefined;
  if (kind === 'layer' && holds?.what === 'sheet')
    return { ...record, holds: { ...holds, what: 'tracingSheet' } };
  return { ...record, kind };
}

/** What was always made of these, while the house has them; else of its first material, which it then has to be. */
function withMaterials(records: readonly Loose[], house: readonly Loose[]): Loose[] {
  const ids = house.flatMap(({ kind, id }) => (kind === 'material' ? [id] : []));
  const fixed = (id: string) => (ids.includes(id) ? id : (ids[0] ?? id));
  const gained: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
    slab: { material: fixed('concrete') },
    roof: { material: fixed('slate') },
    chimney: { capMaterial: fixed('concrete'), hearthMaterial: fixed('stone') }
  };
  return gain(gained)(records, house);
}

/** Made from what the file holds, so that a file read twice is the same project. */
function withGuid(records: readonly Loose[], house: readonly Loose[]): Loose[] {
  const known = house.find(({ kind, guid }) => kind === 'project' && guid !== undefined)?.guid;
  return gain({ project: { guid: known ?? guidFrom(JSON.stringify(house)) } })(records, house);
}

function guidFrom(text: string): string {
  const digits = hashOf(text);
  const guid = [8, 4, 4, 4, 12].reduce<{ at: number; parts: string[] }>(
    ({ at, parts }, size) => ({ at: at + size, parts: [...parts, digits.slice(at, at + size)] }),
    { at: 0, parts: [] }
  ).parts;
  // A name made by a method of our own: form 8 of RFC 9562.
  return [guid[0], guid[1], `8${guid[2]!.slice(1)}`, `8${guid[3]!.slice(1)}`, guid[4]].join('-');
}

/** 128 bits of a text as hexadecimal digits: four runs of FNV-1a (Fowler, Noll, Vo, 1991) from unlike starts. */
function hashOf(text: string): string {
  return [0x811c9dc5, 0x01000193, 0x9e3779b9, 0x85ebca6b]
    .map((start) => {
      let hash = start;
      for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
      return (hash >>> 0).toString(16).padStart(8, '0');
    })
    .join('');
}

/**
 * Bring records up to the present version. `house`: records of the same project that are up to date already, where these
 * are only some of them. What is not a list of records is left for the validator to refuse.
 */
export function migrate(records: unknown, from: number, house?: readonly object[]): unknown {
  if (!Array.isArray(records)) return records;
  let current = records as Loose[];
  for (let version = from; version < schemaVersion; version++)
    current = steps[version]?.(current, (house as readonly Loose[] | undefined) ?? current) ?? current;
  return current;
}
