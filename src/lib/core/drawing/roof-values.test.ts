/** What the roof plan tells: where it has room, never one text over another, and all of it. */
import { describe, expect, it } from 'vitest';
import { sharedArea } from '../geometry/common-area';
import { ringHolds } from '../geometry/ring';
import { roofModels } from '../kinds/roof/stages';
import { lightsIn } from '../kinds/rooflight/place';
import { Model } from '../model/graph';
import { act, built, call, example } from '../testing/house';
import { edgeValues, isOnValue, pitchesOn, ringsOf } from './roof-values';

const scales = [20, 50, 75, 100, 150, 200, 300, 500];

describe('values of a roof in its plan', () => {
  it.each(['gannet-house', 'plover-cabin', 'dunlin-net-stores'] as const)(
    '%s: no text lies over another, over an arrow or a rooflight, at any scale',
    (name) => {
      const query = new Model().at(example(name));
      for (const { id: roof, storey } of query.project.tables.roof.values())
        for (const paper of scales) {
          const pitches = pitchesOn(query, storey, paper);
          const all = [...pitches, ...edgeValues(query, roof, paper)].flatMap(ringsOf);
          const lights = lightsIn(query, roof).map(({ ring }) => ring);
          all.forEach((ring, i) => {
            for (const other of [...all.slice(i + 1), ...lights])
              expect(sharedArea(ring, other)).toBeLessThan(1);
          });
          for (const { roof: of, at, text } of pitches) {
            const planes = query.get(roofModels, of)!.planes;
            expect(
              planes.some(({ ring }) => ringHolds(ring, at)),
              text
            ).toBe(true);
          }
        }
    }
  );

  it('every slope and edge is told where there is room, in the words of its kind', () => {
    const house = act(
      built(
        call('drawRectangle', { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 12_000, depth: 8000 }),
        call('addRoof', { storey: 'storey-1', form: 'gable', pitch: 35, overhang: 450, plateLevel: 2700 })
      ),
      'setRoofEdge',
      { roof: 'roof-1', wall: 'wall-1', pitch: 30, overhang: 600 }
    );
    const query = new Model().at(house);
    const pitches = pitchesOn(query, 'storey-1', 100);
    expect(pitches.map(({ text }) => text).sort()).toEqual(['30°', '35°']);
    const south = pitches.find(({ text }) => text === '30°');
    // Down the slope of the south side is south.
    expect(south!.arrow![1].y).toBeLessThan(south!.arrow![0].y);
    const edges = edgeValues(query, 'roof-1', 100).map(({ text }) => text.replace(/\s/g, ' '));
    expect(edges.sort()).toEqual(
      ['overhang 600', 'plate 2 700', 'overhang 450', 'plate 2 700', 'verge 450', 'verge 450'].sort()
    );
    const [value] = edgeValues(query, 'roof-1', 100);
    expect(isOnValue(value!, value!.at, 0)).toBe(true);
    expect(isOnValue(value!, { x: value!.at.x + value!.half.x + 10, y: value!.at.y }, 0)).toBe(false);
    // In a plan the size of a stamp there is room for none.
    expect(pitchesOn(query, 'storey-1', 2000)).toEqual([]);
  });
});
