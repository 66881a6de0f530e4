import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { lengthOf } from '../../kernels/support/support';
import { Model } from '../../model/graph';
import { act, built, call } from '../../testing/house';
import { gainOn } from './compare';
import { supportOn as supports, type WallSupport } from './support';

const query = (project: Project) => new Model().at(project);
const supportOn = (asked: ReturnType<typeof query>, storey: string) => asked.get(supports, storey);
const longOf = ({ stretches }: WallSupport) => stretches.at(-1)!.to - stretches[0]!.from;
const copied = (buildUp: string) =>
  act(
    built(
      call('drawRectangle', {
        ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 11_400, depth: 7800, height: 2550 },
        ...{ buildUp: 'stone-cavity', ids: ['south', 'east', 'north', 'west'] }
      })
    ),
    'copyStorey',
    { ...{ storey: 'storey-1', which: 'outer', name: 'Upper', height: 2460, floorDepth: 330 }, buildUp }
  );

describe('a storey beside the one below', () => {
  it('gains what thinner walls leave, to the numbers worked out by hand', () => {
    const gain = gainOn(query(copied('boarded-frame')), 'storey-2')!;
    expect(gain.area / 1e6).toBeCloseTo(79.533604, 6);
    expect(gain.gain / 1e6).toBeCloseTo(6.211104, 6);
    expect(gain.rooms).toHaveLength(1);
    for (const wider of gain.rooms[0]!.wider) expect(wider).toBeCloseTo(348, 6);
    expect(gainOn(query(copied('stone-cavity')), 'storey-2')).toBeUndefined();
  });

  it('tells it room by room', () => {
    const split = act(copied('boarded-frame'), 'drawWall', {
      ...{
        storey: 'storey-2',
        a: { x: 4000, y: 0 },
        b: { x: 4000, y: 7800 },
        thickness: 120,
        role: 'partition'
      }
    });
    const gain = gainOn(query(split), 'storey-2')!;
    expect(gain.rooms).toHaveLength(2);
    const sum = gain.rooms.reduce((all, room) => all + room.gain, 0);
    // 348 of the partition between the faces is no room.
    expect((gain.gain - sum) / 1e6).toBeCloseTo(0.348 * 0.12, 6);
    for (const { wider } of gain.rooms) {
      expect(wider[0]).toBeCloseTo(348, 6);
      expect(wider[1]).toBeCloseTo(174, 6);
    }
  });

  it('has walls that the floor carries, that bear, and that stand on nothing', () => {
    const project = copied('boarded-frame');
    const carried = supportOn(query(project), 'storey-2');
    expect(carried).toHaveLength(4);
    for (const one of carried) {
      const { stretches } = one;
      expect(lengthOf(stretches, 'carried')).toBeCloseTo(longOf(one), 3);
      expect(Math.min(...stretches.map(({ gap }) => gap))).toBeCloseTo(34, 6);
    }
    for (const one of supportOn(query(copied('stone-cavity')), 'storey-2'))
      expect(lengthOf(one.stretches, 'bears')).toBeCloseTo(longOf(one), 3);
    const partition = act(project, 'drawWall', {
      ...{
        id: 'p',
        storey: 'storey-2',
        a: { x: 4000, y: 0 },
        b: { x: 4000, y: 7800 },
        thickness: 120,
        role: 'partition'
      }
    });
    const { stretches } = supportOn(query(partition), 'storey-2').find(({ frame }) => frame.wall.id === 'p')!;
    expect(lengthOf(stretches, 'nothing')).toBeGreaterThan(6000);
    expect(supportOn(query(project), 'storey-1')).toEqual([]);
  });
});
