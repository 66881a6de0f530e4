/** Storeys of IFC models as plans, from models made as text. */
import { describe, expect, it } from 'vitest';
import { ifcText, type IfcHouse } from '../core/testing/ifc-text';
import { lineAt } from '../core/kernels/survey/line-drawing';
import { findWalls } from '../core/kernels/walls-found/find';
import { IfcModel } from './ifc';

/** Four walls 300 thick round 6 by 4 m, a partition, a slab under them; in mm. */
const walls = (k: number): IfcHouse['storeys'][number]['boxes'] => [
  { of: 'IFCSLAB', at: [3000 * k, 2000 * k], size: [6000 * k, 4000 * k, 200 * k] },
  ...(
    [
      [3000, 150, 6000, 300],
      [3000, 3850, 6000, 300],
      [150, 2000, 300, 3400],
      [5850, 2000, 300, 3400],
      [3050, 2000, 100, 3400]
    ] as const
  ).map(([x, y, w, d]) => ({
    of: 'IFCWALL' as const,
    at: [x * k, y * k] as const,
    size: [w * k, d * k, 2600 * k] as const
  })),
  { of: 'IFCCOLUMN', at: [1500 * k, 1500 * k], size: [200 * k, 200 * k, 2600 * k], turned: Math.PI / 6 }
];
const house = (release: 'IFC4' | 'IFC2X3', unit: 'mm' | 'm' | 'inch'): IfcHouse => {
  const k = { mm: 1, m: 0.001, inch: 1 / 25.4 }[unit];
  return {
    ...{ release, unit },
    storeys: [
      { name: 'Upper', elevation: 2900 * k, boxes: walls(k).slice(0, 3) },
      { name: 'Ground', elevation: 0, boxes: walls(k) }
    ]
  };
};
const open = async (text: string) => (await IfcModel.open(new TextEncoder().encode(text)))!;

describe('an IFC model', () => {
  it.each([
    ['IFC4', 'mm'],
    ['IFC2X3', 'm'],
    ['IFC4', 'inch']
  ] as const)(
    'of %s in %s gives its storeys upwards, each a plan of true size by classes',
    async (release, unit) => {
      const model = await open(ifcText(house(release, unit)));
      expect(model.storeys.map(({ name, things }) => [name, things])).toEqual([
        ['Ground', 7],
        ['Upper', 3]
      ]);
      expect(model.storeys[1]!.elevation).toBeCloseTo(2900, 3);
      const drawing = model.drawing(1)!;
      expect([drawing.width, drawing.height].map((one) => Math.round(one * 100) / 100)).toEqual([6000, 4000]);
      expect(drawing.layers.map(({ name }) => name.toUpperCase()).sort()).toEqual(['IFCCOLUMN', 'IFCWALL']);
      // Its walls are found in it; on its own layer the turned column is a square of 200.
      const pieces = Array.from(drawing.layerOf, (_, i) => lineAt(drawing, i)).map(([a, b]) => ({ a, b }));
      const found = findWalls(pieces, { thicknesses: [300, 100] });
      expect(found.map(({ thickness }) => thickness).sort()).toEqual([100, 300, 300, 300, 300]);
      const column = drawing.layers.findIndex(({ name }) => /column/i.test(name));
      const sides = pieces.filter((_, i) => drawing.layerOf[i] === column);
      expect(sides).toHaveLength(4);
      for (const { a, b } of sides) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeCloseTo(200, 1);
      expect(model.drawing(2)!.layerOf.length).toBe(8);
      expect(model.drawing(3)).toBeUndefined();
      model.close();
    }
  );

  it('without storeys has none; what is no model is not opened; a storey with slabs alone shows nothing at that height', async () => {
    const bare = await open(ifcText({ release: 'IFC4', unit: 'mm', storeys: [] }));
    expect(bare.storeys).toEqual([]);
    const low = await open(
      ifcText({
        release: 'IFC4',
        unit: 'mm',
        storeys: [{ name: 'Low', elevation: 0, boxes: walls(1).slice(0, 1) }]
      })
    );
    expect(low.drawing(1)).toBeUndefined();
    const broken = await IfcModel.open(new TextEncoder().encode('ISO-10303-21;\nHEADER;\nnothing'));
    expect(broken).toBeUndefined();
  });

  it('that breaks off says so', async () => {
    const text = ifcText(house('IFC4', 'mm'));
    expect((await open(text)).drawing(1)!.isCut).toBe(false);
    const short = text.slice(0, text.indexOf('ENDSEC', text.indexOf('DATA;')));
    expect((await open(short)).drawing(1)!.isCut).toBe(true);
  });
});
