/** The plan of one storey on a sheet, as SVG: the same drawing as on the screen, in a frame with its title block. */
import { marksBox } from '../display/box';
import type { Mark } from '../display/marks';
import type { Query } from '../document/kind';
import { settingsOf } from '../document/project';
import { planDrawing } from '../drawing/plan-drawing';
import { scaleForPage, sheetFor, sheetMarks, type Sheet } from '../drawing/sheet';
import { storeysInOrder, type Storey } from '../kinds/storey/record';
import { formatLengthWithUnit, type LengthUnits } from '../units/length';
import { draftingScales } from '../units/scale';
import { writeSvg } from './svg';

/** Of the lowest storey where none is named; undefined where there is no such storey. `scale`: 75 for 1:75. */
export function writePlanSvg(query: Query, storeyId: string | undefined, scale: number): string | undefined {
  return planSheet(query, storeyId, scale)?.svg;
}

/** The plan at the largest drafting scale at which it fits a lying A4. */
export function planForPage(query: Query, storey: string): { svg: string; sheet: Sheet } | undefined {
  const scales = draftingScales(settingsOf(query.project).units.system);
  const boxAt = (scale: number) => boxOfPlan(plan(query, storey, scale), scale);
  return planSheet(query, storey, scaleForPage(scales, boxAt));
}

function plan(query: Query, storey: string, scale: number): Mark[] {
  const { things, over, dimensions, tags } = planDrawing(query, storey, { paper: scale });
  // The ground goes far beyond the house, which the page is for.
  const near = over.flat().filter(({ group }) => group !== 'ground');
  return [...things.flat(), ...near, ...tags, ...dimensions];
}

/** An empty plan takes a metre. */
const boxOfPlan = (marks: readonly Mark[], scale: number) =>
  marksBox(marks, scale) ?? { minX: 0, minY: 0, maxX: 1000, maxY: 1000 };

function planSheet(
  query: Query,
  storeyId: string | undefined,
  scale: number
): { svg: string; sheet: Sheet } | undefined {
  const { project } = query;
  const storey = storeyId ? project.tables.storey.get(storeyId) : storeysInOrder(project)[0];
  if (!storey) return undefined;
  const marks = plan(query, storey.id, scale);
  const sheet = sheetFor(boxOfPlan(marks, scale), scale);
  const { name, units } = settingsOf(project);
  const drawing = `Plan of ${storey.name}`;
  const block = { project: name, drawing, note: levelOf(storey, units) };
  const svg = writeSvg(
    [...marks, ...sheetMarks(sheet, block, units)],
    scale,
    `${name}: plan of ${storey.name}`,
    {
      ...{ box: sheet.box, margin: 0 }
    }
  );
  return { svg, sheet };
}

function levelOf({ datum }: Storey, units: LengthUnits): string {
  const sign = datum < 0 ? '−' : datum > 0 ? '+' : '±';
  return `floor ${sign}${formatLengthWithUnit(Math.abs(datum), units)}`;
}
