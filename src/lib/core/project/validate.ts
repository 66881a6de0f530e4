/** The door for foreign records: every one is checked once, and named by its place when it is wrong. */
import {
  array,
  boolean,
  mixed,
  number,
  object,
  string,
  ValidationError,
  type ObjectSchema,
  type AnyObject
} from 'yup';
import {
  certainties,
  duties,
  fillings,
  fireSides,
  hatches,
  kinds,
  layerKinds,
  roofEdgeKinds,
  setOutTos,
  jointCuts,
  settingOuts,
  slabFaces,
  textures,
  wallParts,
  wallRoles,
  type DimensionForm,
  type GuideLine,
  type Kind,
  type Rec
} from './records';

const most = 10_000_000;
const mm = () => number().min(-most).max(most).required();
const size = () => number().positive().max(most).required();
const text = () => string().max(1000).defined();
const id = () => string().min(1).max(200).required();
const point = () => object({ x: mm(), y: mm() }).required();
const choice = (values: readonly string[]) =>
  string()
    .oneOf([...values])
    .required();
const side = () => choice(['left', 'right']);
const units = () => object({ system: choice(['mm', 'cm', 'm', 'ft']), fineness: size() });

const top = () =>
  mixed()
    .required()
    .test('top', '${path} must be a height, a datum with an offset, or the roof', (value) => {
      const given = value as { kind?: unknown; height?: unknown; storey?: unknown; offset?: unknown };
      if (given.kind === 'roof') return true;
      if (given.kind === 'height') return Number.isFinite(given.height);
      return given.kind === 'datum' && typeof given.storey === 'string' && Number.isFinite(given.offset);
    });

const chimneyTop = () =>
  mixed()
    .required()
    .test('top', '${path} must be so far above the roof, or a height', (value) => {
      const given = value as { kind?: unknown; above?: unknown; height?: unknown };
      return given.kind === 'roof' ? Number.isFinite(given.above) : Number.isFinite(given.height);
    });

const section = () =>
  mixed()
    .required()
    .test(
      'section',
      '${path} must be a rectangle with width and depth, or round with a diameter',
      (value) => {
        const given = value as { kind?: unknown; width?: unknown; depth?: unknown; diameter?: unknown };
        const sizes = given.kind === 'round' ? [given.diameter] : [given.width, given.depth];
        return (
          (given.kind === 'round' || given.kind === 'rectangle') &&
          sizes.every((one) => typeof one === 'number' && one > 0 && one <= most)
        );
      }
    );

const outline = () =>
  mixed()
    .required()
    .test('outline', '${path} must name a face of the walls, or list at least three points', (value) => {
      const given = value as { kind?: unknown; face?: unknown; points?: unknown };
      if (given.kind === 'walls') return slabFaces.includes(given.face as never);
      return given.kind === 'drawn' && array(point()).min(3).isValidSync(given.points);
    });

const origin = () =>
  mixed()
    .required()
    .test('origin', '${path} must be the line, or the face of a wall', (value) => {
      const given = value as { kind?: unknown; wall?: unknown; side?: unknown };
      return (
        given.kind === 'line' ||
        (given.kind === 'face' &&
          typeof given.wall === 'string' &&
          (given.side === 'left' || given.side === 'right'))
      );
    });

const certainty = () => choice(certainties);
const end = () =>
  mixed()
    .required()
    .test('end', '${path} must name a wall and its side, or an opening and its jamb', (value) => {
      const given = value as { wall?: unknown; side?: unknown; opening?: unknown; jamb?: unknown };
      return typeof given.wall === 'string'
        ? ['left', 'right', 'centre'].includes(given.side as string)
        : typeof given.opening === 'string' && ['low', 'high', 'centre'].includes(given.jamb as string);
    });

/** One of several forms, told apart by its field `by`. */
const formed = (forms: Readonly<Record<string, ObjectSchema<AnyObject>>>, by = 'kind') =>
  mixed()
    .required()
    .test(
      'form',
      ({ path }) => `${path} is of no known form, or lacks a value`,
      (value) => {
        const form = forms[String((value as AnyObject)[by])];
        return form !== undefined && form.strict(true).isValidSync(value);
      }
    );

const kind = () => string().required();
const guideLines = {
  points: object({ kind: kind(), a: point(), b: point() }),
  face: object({ kind: kind(), wall: id(), side: side(), distance: mm() }),
  division: object({
    kind: kind(),
    from: end(),
    to: end(),
    parts: number().integer().min(2).max(200).required()
  })
};
const arm = () => object({ wall: id(), side: side(), reverse: boolean().required() }).required();
const tips = {
  wall: object({ kind: kind(), wall: id(), t: mm(), y: mm() }),
  point: object({ kind: kind(), at: point() })
};
const dimensionForms = {
  chain: object({
    kind: kind(),
    ends: array(end()).min(2).required(),
    place: mm(),
    locked: array(number().required()).nullable().defined()
  }),
  angle: object({ kind: kind(), arms: array(arm()).length(2).required(), radius: size() }),
  note: object({ kind: kind(), tip: formed(tips), offset: point(), text: text() })
};
const layerHolds = {
  kind: object({ by: kind(), what: choice(layerKinds) }),
  items: object({ by: kind(), items: array(id()).required() })
};

/** Fields of each kind of record besides `kind` and `id`; docs/cliffstead.schema.json is made from these. */
export const recordSchemas: Record<Kind, ObjectSchema<AnyObject>> = {
  project: object({
    name: text(),
    units: units().required(),
    ground: mm(),
    heightLimit: number().nullable().defined(),
    secondUnits: units().nullable().defined().default(undefined),
    areaLimit: number().nullable().defined(),
    nudge: size(),
    grid: object({ module: size(), origin: point(), angle: number().required(), shown: boolean().required() })
      .nullable()
      .defined()
      .default(undefined)
  }),
  storey: object({
    name: text(),
    datum: mm(),
    height: size(),
    floorDepth: number().min(0).max(most).required()
  }),
  material: object({
    name: text(),
    colour: string()
      .matches(/^#[0-9A-Fa-f]{6}$/)
      .required(),
    hatch: choice(hatches),
    conductivity: number().positive().max(1000).nullable().defined(),
    density: number().min(0).max(30_000).required(),
    texture: choice(textures),
    unitLength: number().min(0).max(most).required(),
    unitHeight: number().min(0).max(most).required()
  }),
  buildUp: object({
    name: text(),
    fireRating: text(),
    soundRating: text(),
    plies: array(object({ material: id(), thickness: size(), duty: choice(duties) }).required())
      .min(1)
      .required()
  }),
  wall: object({
    name: text(),
    storey: id(),
    a: point(),
    b: point(),
    settingOut: choice(settingOuts),
    settingOutOffset: mm(),
    returnEnds: boolean().required(),
    returnJambs: boolean().required(),
    outside: side(),
    buildUp: id(),
    base: mm(),
    top: top(),
    role: choice(wallRoles),
    standsApart: boolean().required(),
    certainty: certainty()
  }),
  opening: object({
    name: text(),
    wall: id(),
    filling: choice(fillings),
    end: choice(['a', 'b']),
    origin: origin(),
    to: choice(setOutTos),
    distance: mm(),
    width: size(),
    height: size(),
    sill: mm(),
    handing: object({ hinge: choice(['near', 'far']), opens: choice(['inside', 'outside']) }).required(),
    certainty: certainty()
  }),
  column: object({
    name: text(),
    storey: id(),
    at: point(),
    angle: number().required(),
    section: section(),
    material: id(),
    base: mm(),
    top: top()
  }),
  chimney: object({
    name: text(),
    storey: id(),
    at: point(),
    angle: number().required(),
    width: size(),
    depth: size(),
    material: id(),
    base: mm(),
    top: chimneyTop(),
    gap: number().min(0).max(most).required(),
    cap: number().min(0).max(most).required(),
    capOverhang: number().min(0).max(most).required(),
    flues: array(
      object({
        storey: id(),
        along: mm(),
        across: mm(),
        width: size(),
        depth: size(),
        fire: object({
          side: choice(fireSides),
          width: size(),
          height: size(),
          depth: size(),
          reach: number().min(0).max(most).required(),
          hearth: number().min(0).max(most).required()
        })
          .nullable()
          .defined()
          .default(undefined)
      }).required()
    )
      .min(1)
      .required()
  }),
  slab: object({ name: text(), storey: id(), outline: outline(), thickness: size(), offset: mm() }),
  roof: object({
    name: text(),
    storey: id(),
    pitch: number().positive().max(1.5).required(),
    overhang: number().min(0).max(most).required(),
    plateLevel: mm(),
    thickness: size(),
    edges: array(object({ wall: id(), kind: choice(roofEdgeKinds) }).required()).required()
  }),
  sheet: object({
    name: text(),
    storey: id(),
    blob: id(),
    mime: choice(['image/png', 'image/jpeg']),
    widthPx: size(),
    heightPx: size(),
    origin: point(),
    angle: number().required(),
    mmPerPixel: size(),
    fade: number().min(0).max(1).required(),
    locked: boolean().required()
  }),
  joint: object({
    storey: id(),
    members: array(object({ wall: id(), part: choice(wallParts) }).required())
      .min(2)
      .required(),
    cut: choice(jointCuts),
    through: string().nullable().defined(),
    plies: array(
      object({ wall: id(), ply: number().integer().min(0).required(), runs: boolean().required() }).required()
    ).required()
  }),
  putOff: object({ finding: id(), reason: text() }),
  guide: object({ name: text(), storey: id(), line: formed(guideLines) }),
  dimension: object({ storey: id(), form: formed(dimensionForms), certainty: certainty() }),
  preset: object({
    name: text(),
    buildUp: id(),
    settingOut: choice(settingOuts),
    settingOutOffset: mm(),
    outside: side(),
    height: number().positive().max(most).nullable().defined(),
    base: mm(),
    role: choice(wallRoles)
  }),
  layer: object({
    name: text(),
    holds: formed(layerHolds, 'by'),
    shown: boolean().required(),
    locked: boolean().required()
  }),
  twins: object({
    sets: array(
      object({
        items: array(id()).min(1).required(),
        motion: object({ angle: number().required(), flips: boolean().required(), by: point() }).required()
      }).required()
    )
      .min(2)
      .required()
  })
};

export type ReadRecords =
  { readonly ok: true; readonly records: Rec[] } | { readonly ok: false; readonly fault: string };

/** Check a list of records from outside, and that what they name is there. */
export function readRecords(given: unknown): ReadRecords {
  if (!Array.isArray(given)) return { ok: false, fault: 'records is not a list' };
  const records: Rec[] = [];
  for (const [i, one] of given.entries()) {
    const { kind, id: name } = (one ?? {}) as { kind?: unknown; id?: unknown };
    if (!kinds.includes(kind as Kind) || typeof name !== 'string' || name === '')
      return { ok: false, fault: `records[${i}] is of no known kind or has no id` };
    try {
      const rest = { ...(one as AnyObject) };
      delete rest.kind;
      delete rest.id;
      recordSchemas[kind as Kind].noUnknown(true).strict(true).validateSync(rest, { abortEarly: true });
    } catch (fault) {
      if (!(fault instanceof ValidationError)) throw fault;
      return { ok: false, fault: `records[${i}] (${name}): ${fault.message}` };
    }
    records.push(one as Rec);
  }
  const fault = missingReference(records);
  return fault ? { ok: false, fault } : { ok: true, records };
}

function missingReference(records: readonly Rec[]): string | undefined {
  const ids = new Map<string, Kind>();
  for (const record of records) {
    if (ids.has(record.id)) return `the id "${record.id}" is used twice`;
    ids.set(record.id, record.kind);
  }
  if (ids.get('project') !== 'project') return 'the settings of the project are missing';
  if (![...ids.values()].includes('storey')) return 'it has no storey';
  for (const record of records)
    for (const [kind, name] of referencesOf(record))
      if (ids.get(name) !== kind) return `${record.id} names the ${kind} "${name}", which is missing`;
  return undefined;
}

/** Walls and openings that a guide or a dimension lies between. */
export function endsIn(
  of: GuideLine | DimensionForm
): readonly ({ readonly wall: string } | { readonly opening: string })[] {
  switch (of.kind) {
    case 'face':
      return [of];
    case 'division':
      return [of.from, of.to];
    case 'chain':
      return of.ends;
    case 'angle':
      return of.arms;
    case 'note':
      return of.tip.kind === 'wall' ? [of.tip] : [];
    case 'points':
      return [];
  }
}

const referenceOf = (one: { wall: string } | { opening: string }): [Kind, string] =>
  'wall' in one ? ['wall', one.wall] : ['opening', one.opening];

function referencesOf(record: Rec): [Kind, string][] {
  switch (record.kind) {
    case 'wall':
      return [
        ['storey', record.storey],
        ['buildUp', record.buildUp],
        ...(record.top.kind === 'datum' ? [['storey', record.top.storey] as [Kind, string]] : [])
      ];
    case 'column':
      return [
        ['storey', record.storey],
        ['material', record.material],
        ...(record.top.kind === 'datum' ? [['storey', record.top.storey] as [Kind, string]] : [])
      ];
    case 'chimney':
      return [
        ['storey', record.storey],
        ['material', record.material],
        ...record.flues.map((flue): [Kind, string] => ['storey', flue.storey])
      ];
    case 'opening':
      return [
        ['wall', record.wall],
        ...(record.origin.kind === 'face' ? [['wall', record.origin.wall] as [Kind, string]] : [])
      ];
    case 'buildUp':
      return record.plies.map((ply) => ['material', ply.material]);
    case 'roof':
      return [['storey', record.storey], ...record.edges.map((edge): [Kind, string] => ['wall', edge.wall])];
    case 'joint':
      return [
        ['storey', record.storey],
        ...[...record.members, ...record.plies].map((one): [Kind, string] => ['wall', one.wall]),
        ...(record.through === null ? [] : [['wall', record.through] as [Kind, string]])
      ];
    case 'slab':
    case 'sheet':
      return [['storey', record.storey]];
    case 'guide':
      return [['storey', record.storey], ...endsIn(record.line).map(referenceOf)];
    case 'dimension':
      return [['storey', record.storey], ...endsIn(record.form).map(referenceOf)];
    case 'preset':
      return [['buildUp', record.buildUp]];
    default:
      return [];
  }
}
