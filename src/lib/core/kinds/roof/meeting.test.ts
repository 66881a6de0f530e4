/** Roofs of a house on outlines of their own: who makes their sides, what becomes of them, walls between and under them. */
import { describe, expect, it } from 'vitest';
import { movedRecord } from '../../document/copies';
import { allRecords, projectFrom } from '../../document/project';
import type { Project } from '../../document/kind';
import { openEdges } from '../../geometry/mesh';
import { heightAt } from '../../geometry/plane';
import { mirrorIn, shiftBy } from '../../geometry/motion';
import { distance, type Point } from '../../geometry/point';
import { ringArea, ringHolds, ringsArea } from '../../geometry/ring';
import { trianglesOf } from '../../geometry/triangulate';
import { planDrawing } from '../../drawing/plan-drawing';
import { Model } from '../../model/graph';
import { columnCuts } from '../column/cuts';
import { reviewProject } from '../../review/review';
import { act, built, call, example, refusal } from '../../testing/house';
import { datumOf, heightWithoutRoof } from '../storey/record';
import { footprintOf, outlineOn } from '../wall/stages';
import { wallBodies } from '../wall/body';
import { wallRows } from '../wall/schedule';
import { roofBodies } from './body';
import { isEnclosed } from './meeting';
import { roofModels } from './stages';

const modelOf = (project: Project, id: string) => new Model().at(project).get(roofModels, id);
const sidesOf = (project: Project, id: string) => project.tables.roof.get(id)!.sides!;
const area = (project: Project, id: string) =>
  ringsArea((modelOf(project, id)?.planes ?? []).map(({ ring }) => ring)) / 1e6;
const rectangle = (width: number, depth: number, x = 0, y = 0) =>
  call('drawRectangle', {
    ...{ storey: 'storey-1', corner: { x, y }, width, depth, thickness: 200, settingOut: 'outer' }
  });

/** A block of 8 by 6 m and a wing of 3 by 2 before it, as one run of walls. */
const winged = () =>
  built(
    call('drawRun', {
      storey: 'storey-1',
      points: [
        [0, 0],
        [2000, 0],
        [2000, -2000],
        [5000, -2000],
        [5000, 0],
        [8000, 0],
        [8000, 6000],
        [0, 6000]
      ].map(([x, y]) => ({ x, y })),
      close: true,
      ids: ['front', 'wing-w', 'wing-s', 'wing-e', 'front-e', 'east', 'north', 'west'],
      thickness: 200,
      height: 2500
    })
  );

describe('outlines', () => {
  it('chosen walls go round in the order of picking, or nearest first; a wall beyond them closes the chain', () => {
    const house = winged();
    const on = { storey: 'storey-1', pitch: 40, overhang: 300, form: 'gable', id: 'wing' };
    for (const walls of [
      ['wing-w', 'wing-s', 'wing-e', 'front'],
      ['wing-w', 'wing-e', 'wing-s', 'front']
    ]) {
      const roofed = act(house, 'addRoof', { ...on, walls });
      const { bearing, front } = modelOf(roofed, 'wing')!;
      expect(front!.map((ring) => ringArea(ring))).toEqual([3000 * 2000]);
      expect(bearing.map((ring) => ringArea(ring))).toEqual([3000 * 2000]);
      expect(new Set(sidesOf(roofed, 'wing').map(({ wall, kind }) => `${wall} ${kind}`))).toEqual(
        new Set(['wing-w eave', 'wing-s gable', 'wing-e eave', 'front meeting'])
      );
      // The wall that closes the chain is not carried up, those of the wing are.
      const tops = [...roofed.tables.wall.values()].map(({ id, top }) => `${id} ${top.kind}`);
      expect(tops).toContain('wing-s roof');
      expect(tops).toContain('front height');
    }
    const three = act(house, 'addRoof', { ...on, walls: ['wing-w', 'wing-s', 'wing-e'] });
    expect(sidesOf(three, 'wing')[3]).toMatchObject({ wall: null, line: null, kind: 'meeting' });
    expect(refusal(house, 'addRoof', { ...on, walls: ['wing-w', 'east'] })).toBe('');
    expect(refusal(house, 'addRoof', { ...on, walls: ['wing-w'] })).toMatch(/^roof.sides/);
    expect(refusal(house, 'addRoof', { ...on, corners: [at(0, 0), at(9, 9), at(9, 0), at(0, 9)] })).toMatch(
      /^outline.crosses/
    );
    expect(refusal(three, 'setRoofEdge', { roof: 'wing', side: 7, kind: 'eave' })).toMatch(/^roof.no-edge/);
    expect(refusal(three, 'setRoofEdge', { roof: 'wing', side: 3, overhang: 200 })).toMatch(/^roof.abutment/);
  });

  it('a wing is drawn on into the roof that it runs into, and both keep what they have order by order', () => {
    let house = act(winged(), 'addRoof', {
      ...{ id: 'main', storey: 'storey-1', pitch: 30, overhang: 300, thickness: 150, form: 'gable' },
      walls: ['front', 'east', 'north', 'west'],
      plateLevel: 2500
    });
    const alone = area(house, 'main');
    expect(alone).toBeCloseTo(8.6 * 6.6, 6);
    house = act(house, 'addRoof', {
      ...{ id: 'wing', storey: 'storey-1', pitch: 40, overhang: 300, thickness: 150, form: 'gable' },
      walls: ['wing-w', 'wing-s', 'wing-e', 'front'],
      plateLevel: 2500
    });
    const wing = modelOf(house, 'wing')!;
    expect(Math.max(...wing.bearing.flat().map(({ y }) => y))).toBeGreaterThan(1500);
    // Their tops meet in valleys: nothing of the wing lies under the main roof's top.
    const [own, other] = ['wing', 'main'].map((id) => modelOf(house, id)!.planes);
    for (const { ring, top } of own!)
      for (const p of ring.filter(({ y }) => y > 10)) {
        const near = other!.filter((plane) => plane.ring.some((q) => distance(p, q) < 0.1));
        for (const plane of near) expect(heightAt(plane.top, p)).toBeCloseTo(heightAt(top, p), 2);
      }
    const reversed = projectFrom(house.kinds, allRecords(house).reverse(), house.lastIds);
    for (const id of ['main', 'wing']) expect(area(reversed, id)).toBeCloseTo(area(house, id), 6);
    // A steeper wing reaches further, and the main roof gives way to it at once.
    const steep = act(house, 'setRoof', { id: 'wing', pitch: 45 });
    expect(area(steep, 'wing')).toBeGreaterThan(area(house, 'wing') + 0.1);
    expect(area(steep, 'main')).toBeLessThan(area(house, 'main') - 0.1);
    expect(area(act(steep, 'deleteItems', { ids: ['wing'] }), 'main')).toBeCloseTo(alone, 6);
  });

  it('walls that go, are parted or joined; roofs that are moved and mirrored; roofs that go', () => {
    const house = act(winged(), 'addRoof', {
      ...{ id: 'wing', storey: 'storey-1', pitch: 40, overhang: 300 },
      walls: ['wing-w', 'wing-s', 'wing-e', 'front']
    });
    const without = act(house, 'deleteItems', { ids: ['wing-e'] });
    expect(sidesOf(without, 'wing').map(({ wall }) => wall)).toEqual(['wing-w', 'wing-s', null, 'front']);
    expect(area(without, 'wing')).toBeCloseTo(area(house, 'wing'), 6);
    const parted = act(house, 'splitWall', { id: 'wing-s', at: 1200 });
    expect(sidesOf(parted, 'wing')).toHaveLength(5);
    expect(area(parted, 'wing')).toBeCloseTo(area(house, 'wing'), 6);
    const [, second] = sidesOf(parted, 'wing').filter(
      ({ wall }) => !house.tables.wall.has(wall!) || wall === 'wing-s'
    );
    const joined = act(parted, 'joinWalls', {
      ids: ['wing-s', second!.wall === 'wing-s' ? sidesOf(parted, 'wing')[1]!.wall! : second!.wall!]
    });
    expect(sidesOf(joined, 'wing')).toHaveLength(4);
    const lowered = act(house, 'deleteItems', { ids: ['wing'] });
    expect([...lowered.tables.wall.values()].every(({ top }) => top.kind === 'height')).toBe(true);
    const drawn = act(house, 'addRoof', {
      ...{ id: 'drawn', storey: 'storey-1', pitch: 20, overhang: 0, thickness: 100 },
      corners: [at(20000, 0), at(24000, 0), at(23000, 3000), at(20000, 3000)]
    });
    for (const motion of [shiftBy(at(1000, -500)), mirrorIn(at(0, 0), at(1, 3))]) {
      const roof = movedRecord(drawn, drawn.tables.roof.get('drawn')!, motion);
      const moved = projectFrom(
        drawn.kinds,
        allRecords(drawn).map((one) => (one.id === 'drawn' ? roof : one)),
        drawn.lastIds
      );
      expect(area(moved, 'drawn')).toBeCloseTo(10.5, 3);
    }
  });

  it('named forms are settings of edges: half hips, two pitches with gables and all round', () => {
    const house = built(rectangle(10000, 6000));
    const planesOf = (form: string, pitch: number) => {
      const roofed = act(house, 'addRoof', { id: form, storey: 'storey-1', form, pitch, overhang: 300 });
      const { planes, lidArea, ridge } = modelOf(roofed, form)!;
      expect(lidArea).toBe(0);
      expect(planes.reduce((sum, { ring }) => sum + ringArea(ring), 0)).toBeCloseTo(10600 * 6600, -2);
      return {
        count: planes.length,
        upper: planes.filter(({ name }) => name.endsWith('upper')).length,
        ridge
      };
    };
    expect(planesOf('halfHip', 45)).toMatchObject({ count: 4, upper: 0 });
    const gambrel = planesOf('gambrel', 60);
    expect(gambrel).toMatchObject({ count: 4, upper: 2 });
    expect(planesOf('mansard', 60)).toMatchObject({ count: 8, upper: 4 });
    expect(gambrel.ridge).toBeLessThan(planesOf('gable', 60).ridge - 1000);
    const said = act(house, 'addRoof', {
      ...{ id: 'r', storey: 'storey-1', pitch: 40 },
      edges: [{ wall: 'wall-1', kind: 'eave', second: { above: 800, pitch: 20 } }]
    });
    expect(said.tables.roof.get('r')!.edges[0]!.second).toEqual({
      above: 800,
      pitch: expect.closeTo((20 * Math.PI) / 180, 12) as number
    });
    const refused = (second: object) => refusal(said, 'setRoofEdge', { roof: 'r', wall: 'wall-1', second });
    expect(refused({ above: 0, pitch: 20 })).toMatch(/^length.not-positive/);
    expect(refused({ above: 500, pitch: 86 })).toMatch(/^roof.pitch/);
  });

  it('sides that meet in one corner leave no edge without length (found by random roofs: 3 s, and no plane)', () => {
    const house = act(example('gannet-house'), 'addRoof', {
      ...{ id: 'odd', storey: 'storey-1', form: 'gambrel', pitch: 61, overhang: 800, plateLevel: 4300 },
      walls: ['east', 'boot-west', 'wing-west', 'south', 'north']
    });
    const { bearing, unsolved } = modelOf(house, 'odd')!;
    expect(unsolved).toEqual([]);
    const [ring] = bearing;
    expect(ring!.every((p, i) => distance(p, ring![(i + 1) % ring!.length]!) > 1)).toBe(true);
  });

  it('a roof that lies almost wholly within another is found', () => {
    let house = built(rectangle(9000, 7000));
    house = act(house, 'addRoof', { storey: 'storey-1', pitch: 40, overhang: 300, plateLevel: 2700 });
    house = act(house, 'addRoof', {
      ...{ id: 'lost', storey: 'storey-1', pitch: 10, overhang: 0, plateLevel: 2600 },
      corners: [at(2000, 2000), at(6000, 2000), at(6000, 5000), at(2000, 5000)]
    });
    const found = reviewProject(new Model().at(house)).filter(({ code }) => code === 'roof.hidden');
    expect(found.map(({ subjects }) => subjects)).toEqual([['lost']]);
  });
});

function at(x: number, y: number): Point {
  return { x, y };
}

describe('walls under several roofs', () => {
  it('end at the nearest underside above their foot, and where none is at the floor above: no gap, none through', () => {
    for (const house of [example('gannet-house'), example('plover-cabin')]) {
      const query = new Model().at(house);
      const roofs = [...house.tables.roof.keys()].map((id) => query.get(roofModels, id)!);
      let seen = 0;
      for (const wall of house.tables.wall.values()) {
        if (wall.top.kind !== 'roof') continue;
        const datum = datumOf(house, wall.storey);
        const over = [...house.tables.storey.values()].filter((storey) => storey.datum > datum);
        const meshes = query.get(wallBodies, wall.id)!.parts.map(({ mesh }) => mesh);
        for (const ring of footprintOf(query, wall.id)!.bands[0]!.plies.flat())
          for (const triangle of trianglesOf(ring))
            for (const weights of [
              [0.6, 0.3, 0.1],
              [0.2, 0.2, 0.6],
              [0.1, 0.55, 0.35]
            ]) {
              const p = {
                x: triangle.reduce((sum, q, i) => sum + q.x * weights[i]!, 0),
                y: triangle.reduce((sum, q, i) => sum + q.y * weights[i]!, 0)
              };
              const isUnderStorey = over.some(({ id }) =>
                new Model().outline(house, id, 'outer')?.rings.some((one) => ringHolds(one, p))
              );
              const undersides = roofs.flatMap(({ roof, planes }) => {
                const base = datumOf(house, roof.storey);
                if (isUnderStorey && base > datum) return [];
                return planes.flatMap(({ ring: own, underside }) =>
                  ringHolds(own, p) ? [base + heightAt(underside, p)] : []
                );
              });
              const above = undersides.filter((z) => z > datum + wall.base);
              const expected =
                above.length > 0 ? Math.min(...above) : datum + heightWithoutRoof(house, wall.storey);
              const top = Math.max(...meshes.flatMap((mesh) => heightsOver(mesh, p)));
              expect(Math.abs(top - expected)).toBeLessThan(0.01);
              seen += 1;
            }
      }
      expect(seen).toBeGreaterThan(50);
    }
  });

  it('a post under a low roof ends there: it is not in the plan of the storey above, nor cut out of its floor', () => {
    const house = example('gannet-house');
    const query = new Model().at(house);
    const subjects = planDrawing(query, 'storey-2', { paper: 75 })
      .things.flat()
      .map(({ subject }) => subject);
    expect(subjects).not.toContain('porch-post-1');
    expect(subjects).toContain('stack');
    expect(query.get(columnCuts, 'porch-post-1')[0]!.z1).toBeLessThan(2880);
  });

  it('a flat roof within parapets keeps their tops and lies an upstand under them; over one it is found, and lowered', () => {
    const parapets = ['wall-1', 'wall-2', 'wall-3', 'wall-4'];
    const house = act(built(rectangle(8000, 6000)), 'addRoof', {
      ...{ storey: 'storey-1', walls: parapets, within: true, form: 'flat', low: 'wall-3', pitch: 2 }
    });
    expect(area(house, 'roof-1')).toBeCloseTo(7.6 * 5.6, 9);
    const tops = parapets.map((id) => house.tables.wall.get(id)!.top);
    expect(tops.every(({ kind }) => kind === 'height')).toBe(true);
    const [plane] = modelOf(house, 'roof-1')!.planes;
    const parapet = Math.min(...tops.map((top) => (top.kind === 'height' ? top.height : 0)));
    // Its high side is at the south; whole millimetres.
    const upstand = parapet - heightAt(plane!.top, { x: 4000, y: 200 });
    expect([upstand >= 150, upstand < 151.01]).toEqual([true, true]);
    expect(reviewProject(new Model().at(house))).toEqual([]);
    const high = act(house, 'setRoof', { id: 'roof-1', plateLevel: parapet - 210 });
    const found = reviewProject(new Model().at(high)).filter(({ code }) => code === 'roof.over-parapet');
    // At the low side it ends under the top.
    expect(found.map(({ subjects }) => subjects[1]).sort()).toEqual(['wall-1', 'wall-2', 'wall-4']);
    const { call: repair } = found[0]!.repair!;
    const mended = act(high, repair.name, repair.args);
    expect(mended.tables.roof.get('roof-1')!.plateLevel).toBe(house.tables.roof.get('roof-1')!.plateLevel);
    expect(reviewProject(new Model().at(mended))).toEqual([]);
  });

  it('a roof over a corner of a house that is no rectangle closes its space as one over a rectangle does', () => {
    // Clipped edge by edge, an outline that goes in would seem to share nothing with what lies in its arm.
    const house = act(winged(), 'addRoof', {
      storey: 'storey-1',
      corners: [
        { x: 2500, y: -1800 },
        { x: 4500, y: -1800 },
        { x: 4500, y: -300 },
        { x: 2500, y: -300 }
      ],
      ...{ pitch: 30, overhang: 0, plateLevel: 2400 }
    });
    const query = new Model().at(house);
    const outline = outlineOn(query, 'storey-1', 'outer')!.rings;
    expect(isEnclosed(query.get(roofModels, 'roof-1')!, outline)).toBe(true);
  });

  it('tables say where each ply ends: boards of 22 under 30° from the plate to 22 tan 30° over it', () => {
    const rows = wallRows(new Model().at(example('gannet-house')));
    const tops = (id: string) => rows.find((row) => row.id === id)!.plies.map(({ top }) => top);
    expect(tops('upper-south')[0]).toEqual({ low: 2460, high: 2472.702 });
    expect(tops('upper-south')[1]).toEqual({ low: 2472.702, high: 2494.641 });
    expect(new Set(tops('bay-north').map((top) => `${top?.low} ${top?.high}`))).toEqual(
      new Set(['3000 3000'])
    );
  });

  it('bodies of roofs that meet are closed, and what is built is the prisms of their cells', () => {
    const house = example('gannet-house');
    const query = new Model().at(house);
    for (const id of house.tables.roof.keys()) {
      const [part] = query.get(roofBodies, id)!.parts;
      expect(openEdges(part!.mesh)).toBe(0);
    }
  });
});

/** Heights at which a mesh is met by an upright line. */
function heightsOver(
  { positions, indices }: { positions: Float64Array; indices: Uint32Array },
  { x, y }: Point
) {
  const found: number[] = [];
  for (let k = 0; k < indices.length; k += 3) {
    const [a, b, c] = [0, 1, 2].map((i) => 3 * indices[k + i]!) as [number, number, number];
    const [ax, ay, bx, by, cx, cy] = [a, a + 1, b, b + 1, c, c + 1].map((i) => positions[i]!) as [
      ...[number, number, number, number, number, number]
    ];
    const whole = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (Math.abs(whole) < 1e-6) continue;
    const u = ((bx - x) * (cy - y) - (by - y) * (cx - x)) / whole;
    const v = ((cx - x) * (ay - y) - (cy - y) * (ax - x)) / whole;
    const w = 1 - u - v;
    if (u >= 0 && v >= 0 && w >= 0)
      found.push(u * positions[a + 2]! + v * positions[b + 2]! + w * positions[c + 2]!);
  }
  return found;
}
