/**
 * Storeys of an IFC model (IFC4, IFC2x3) as plans of lines: what is in a storey is cut at the height of a plan over its floor,
 * each class a layer. Heights and places are read by the packaged reader, in metres, up along its second axis.
 */
import {
  IFCBUILDINGSTOREY,
  IFCOPENINGELEMENT,
  IFCPROJECT,
  IFCRELAGGREGATES,
  IFCRELCONTAINEDINSPATIALSTRUCTURE,
  IFCSPACE,
  IfcAPI,
  type LocateFileHandlerFn
} from 'web-ifc';
import { cutHeight } from '../core/display/marks';
import { Pieces } from '../core/exchange/pieces';
import type { LineDrawing } from '../core/kernels/survey/line-drawing';
import { cutAt } from '../core/kernels/survey/section-lines';
import { placeAt, runsOf, type Piece } from '../core/kernels/walls-found/runs';

/** By their heights, the lowest first; mm. */
export interface IfcStorey {
  readonly name: string;
  readonly elevation: number;
  readonly things: number;
}

/** So much over the height of a cut, that edges at a round height are none of it, mm. */
const aside = 0.137;

/** A reference of one thing to another, as lines of the file have them. */
interface Handle {
  readonly value: number;
}
interface Value {
  readonly value: number | string;
}
interface SiUnit {
  readonly UnitType?: Value;
  readonly Prefix?: Value | null;
  readonly ConversionFactor?: { readonly ValueComponent: Value; readonly UnitComponent: SiUnit };
}

const prefixes: Readonly<Record<string, number>> = { MILLI: 0.001, CENTI: 0.01, DECI: 0.1, KILO: 1000 };

/** A length unit in metres. */
const metresIn = ({ Prefix, ConversionFactor }: SiUnit): number =>
  ConversionFactor
    ? Number(ConversionFactor.ValueComponent.value) * metresIn(ConversionFactor.UnitComponent)
    : (prefixes[String(Prefix?.value ?? '')] ?? 1);

export class IfcModel {
  private constructor(
    private readonly api: IfcAPI,
    private readonly model: number,
    private readonly found: readonly (IfcStorey & { readonly ids: readonly number[] })[],
    private readonly isCut: boolean
  ) {}

  /** `locate`: where its own binary is, in a browser. Undefined where the file cannot be read. */
  static async open(bytes: Uint8Array, locate?: LocateFileHandlerFn): Promise<IfcModel | undefined> {
    const api = new IfcAPI();
    await api.Init(locate, true);
    api.SetLogLevel(6);
    try {
      const model = api.OpenModel(bytes);
      const end = new TextDecoder('latin1').decode(bytes.slice(-4096));
      const isCut = !end.includes('END-ISO-10303-21');
      if (model < 0) return undefined;
      const storeys = storeysOf(api, model);
      // What tells its storeys stands last.
      return isCut && storeys.length === 0 ? undefined : new IfcModel(api, model, storeys, isCut);
    } catch {
      return undefined;
    }
  }

  get storeys(): readonly IfcStorey[] {
    return this.found.map(({ name, elevation, things }) => ({ name, elevation, things }));
  }

  /** The plan of a storey by its number from 1 on; undefined where nothing of it stands at that height. */
  drawing(number: number, onShare: (share: number) => void = () => undefined): LineDrawing | undefined {
    const storey = this.found[number - 1];
    if (!storey) return undefined;
    const { api, model } = this;
    const height = storey.elevation + cutHeight + aside;
    const byClass = new Map<string, Piece[]>();
    for (const [k, id] of storey.ids.entries()) {
      if (k % 50 === 0) onShare(k / storey.ids.length);
      const name = api.GetNameFromTypeCode(api.GetLineType(model, id));
      const pieces = byClass.get(name) ?? [];
      byClass.set(name, pieces);
      // One by one: streaming them all is broken in the reader's build for browsers.
      const mesh = api.GetFlatMesh(model, id);
      for (let i = 0; i < mesh.geometries.size(); i++) {
        const { geometryExpressID, flatTransformation } = mesh.geometries.get(i);
        const geometry = api.GetGeometry(model, geometryExpressID);
        const corners = api.GetVertexArray(geometry.GetVertexData(), geometry.GetVertexDataSize());
        const order = api.GetIndexArray(geometry.GetIndexData(), geometry.GetIndexDataSize());
        cutAt(placed(corners, order, flatTransformation), height, (a, b) => pieces.push({ a, b }));
        geometry.delete();
      }
    }
    return drawn(byClass, this.isCut);
  }

  close() {
    this.api.CloseModel(this.model);
    this.api.Dispose();
  }
}

/** Triangles in their place, mm: east, north, up. Six numbers a corner come in, the last three its normal. */
function placed(corners: Float32Array, order: Uint32Array, by: readonly number[]): Float64Array {
  const out = new Float64Array(order.length * 3);
  order.forEach((corner, i) => {
    const [x, y, z] = [corners[6 * corner]!, corners[6 * corner + 1]!, corners[6 * corner + 2]!];
    const turned = (row: number) => by[row]! * x + by[row + 4]! * y + by[row + 8]! * z + by[row + 12]!;
    out[3 * i] = 1000 * turned(0);
    out[3 * i + 1] = -1000 * turned(2);
    out[3 * i + 2] = 1000 * turned(1);
  });
  return out;
}

/** Pieces of one line joined, so that its ends are those of what was cut. */
function drawn(byClass: ReadonlyMap<string, readonly Piece[]>, isCut: boolean): LineDrawing | undefined {
  const pieces = new Pieces();
  for (const [name, list] of byClass) {
    if (list.length === 0) continue;
    const layer = pieces.layer(name);
    for (const { line, t0, t1 } of runsOf(list).all)
      pieces.line(placeAt(line.way, t0, line.off), placeAt(line.way, t1, line.off), layer);
  }
  if (pieces.numbers.length === 0) return undefined;
  const { minX, minY, maxX, maxY } = pieces.box;
  return {
    ...{ width: Math.max(1, maxX - minX), height: Math.max(1, maxY - minY) },
    unit: { mm: 1, name: 'millimetres', isSaid: true },
    lines: Float64Array.from(pieces.numbers, (one, i) => one - (i % 2 === 0 ? minX : minY)),
    ...{ texts: [], sizes: [] },
    ...pieces.told(() => false, isCut)
  };
}

function storeysOf(api: IfcAPI, model: number) {
  const all = (type: number) => {
    const ids = api.GetLineIDsWithType(model, type);
    return Array.from({ length: ids.size() }, (_, i) => ids.get(i));
  };
  const within = new Map<number, number[]>();
  const put = (whole: number, parts: readonly Handle[]) =>
    within.set(whole, [...(within.get(whole) ?? []), ...parts.map(({ value }) => value)]);
  for (const id of all(IFCRELCONTAINEDINSPATIALSTRUCTURE)) {
    const { RelatingStructure, RelatedElements } = api.GetLine(model, id) as {
      RelatingStructure: Handle;
      RelatedElements: readonly Handle[];
    };
    put(RelatingStructure.value, RelatedElements);
  }
  for (const id of all(IFCRELAGGREGATES)) {
    const { RelatingObject, RelatedObjects } = api.GetLine(model, id) as {
      RelatingObject: Handle;
      RelatedObjects: readonly Handle[];
    };
    put(RelatingObject.value, RelatedObjects);
  }
  const skipped = new Set([...all(IFCSPACE), ...all(IFCOPENINGELEMENT)]);
  /** With what things are put together from. */
  const partsOf = (id: number, seen = new Set<number>()): number[] =>
    (within.get(id) ?? []).flatMap((one) => {
      if (seen.has(one) || skipped.has(one)) return [];
      seen.add(one);
      return [one, ...partsOf(one, seen)];
    });
  const metres = unitOf(api, model, all(IFCPROJECT)[0]);
  return all(IFCBUILDINGSTOREY)
    .map((id, i) => {
      const line = api.GetLine(model, id, true) as StoreyLine;
      const ids = partsOf(id);
      const name = String(line.Name?.value ?? '') || `Storey ${i + 1}`;
      const level = line.ObjectPlacement ? heightOf(line.ObjectPlacement) : (line.Elevation?.value ?? 0);
      return { name, elevation: Number(level) * metres * 1000, things: ids.length, ids };
    })
    .sort((p, q) => p.elevation - q.elevation);
}

interface Placement {
  readonly PlacementRelTo?: Placement | null;
  readonly RelativePlacement?: { readonly Location?: { readonly Coordinates?: readonly Value[] } };
}
interface StoreyLine {
  readonly Name?: Value | null;
  readonly Elevation?: Value | null;
  readonly ObjectPlacement?: Placement | null;
}

/** As high as something is placed: a storey's own height is told from the ground floor, which need not lie at zero. */
function heightOf(placement: Placement | null | undefined): number {
  if (!placement) return 0;
  const own = Number(placement.RelativePlacement?.Location?.Coordinates?.[2]?.value ?? 0);
  return own + heightOf(placement.PlacementRelTo);
}

function unitOf(api: IfcAPI, model: number, project: number | undefined): number {
  if (project === undefined) return 1;
  const { UnitsInContext } = api.GetLine(model, project, true) as {
    UnitsInContext?: { readonly Units?: readonly SiUnit[] } | null;
  };
  const length = UnitsInContext?.Units?.find(({ UnitType }) => UnitType?.value === 'LENGTHUNIT');
  return length ? metresIn(length) : 1;
}
