/** Footings in the plan, where floors are worked on: their outline dashed, as they lie under the floor, and where they step. */
import type { Mark } from '../../display/marks';
import type { Query, WorkStage } from '../../document/kind';
import { result, stage } from '../../document/stage';
import { edgesOf } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';
import { footingLevels, footingOutlines } from './shape';

const footingPlans = stage(
  'plans of footings',
  { outline: result(footingOutlines), levels: result(footingLevels) },
  ({ outline, levels }, id): readonly Mark[] => {
    const mark = { subject: id, group: 'footing', ink: 'shale' } as const;
    const steps = (levels?.steps ?? []).flatMap((stretches, i) => {
      const { frame, t0, y0, y1 } = levels!.strips[i]!;
      return stretches
        .slice(1)
        .flatMap(({ from }) => [fromFrame(frame, t0 + from, y0), fromFrame(frame, t0 + from, y1)]);
    });
    return [
      ...outline.map((ring): Mark => ({ ...mark, kind: 'lines', points: edgesOf(ring).flat(), pen: 'roof' })),
      ...(steps.length > 0
        ? [{ ...mark, kind: 'lines' as const, points: steps, pen: 'overhead' as const }]
        : [])
    ];
  }
);

export const planOfFootings = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  at === 'floors'
    ? [...query.project.tables.footing.values()].flatMap((footing) =>
        footing.storey === storey ? [query.get(footingPlans, footing.id)] : []
      )
    : [];
