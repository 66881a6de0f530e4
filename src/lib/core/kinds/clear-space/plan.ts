/** Clear spaces in the plan: dashed, with what they are kept for; a thin line across tells where their back is. */
import { characterWidth, type Mark } from '../../display/marks';
import type { Query } from '../../document/kind';
import { own, stage } from '../../document/stage';
import { readable } from '../../display/arrows';
import { along, angleOf, fromAngle, leftOf } from '../../geometry/point';
import { spaceRing, spaceUses } from './record';

/** mm of paper, at 1 : 50, so that its text lies within. */
const letters = 2;
const usualScale = 50;

const spacePlans = stage(
  'plans of clear spaces',
  { space: own('clearSpace') },
  ({ space }): readonly Mark[] => {
    if (!space) return [];
    const ring = spaceRing(space);
    const mark = { subject: space.id, group: 'clear spaces', ink: 'shale' } as const;
    const text = space.name || spaceUses[space.use].label;
    const way = readable(leftOf(fromAngle(space.angle)));
    const fits = text.length * letters * characterWidth * usualScale < space.width;
    return [
      { ...mark, kind: 'stroke', points: ring, closed: true, pen: 'overhead' },
      { ...mark, kind: 'lines', points: [ring[0]!, ring[3]!], pen: 'fine' },
      ...(fits
        ? [
            {
              ...{ ...mark, kind: 'text' as const, height: letters, text, isDetail: true as const },
              ...{ at: along(space.at, fromAngle(space.angle), space.depth / 2), angle: angleOf(way) }
            }
          ]
        : [])
    ];
  }
);

export const planOfSpaces = (query: Query, storey: string): (readonly Mark[])[] =>
  [...query.project.tables.clearSpace.values()].flatMap((space) =>
    space.storey === storey ? [query.get(spacePlans, space.id)] : []
  );
