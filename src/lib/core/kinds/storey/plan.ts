/** Where storeys are worked on: along each wall what it stands on; nothing where it bears. */
import type { Mark } from '../../display/marks';
import type { Query, WorkStage } from '../../document/kind';
import { result, stage } from '../../document/stage';
import { fromFrame } from '../../kernels/joints/frame';
import { supportOn } from './support';

const supportPlans = stage(
  'plans of what walls stand on',
  { support: result(supportOn) },
  ({ support }): readonly Mark[] =>
    support.flatMap(({ frame, stretches }) =>
      stretches.flatMap(({ from, to, support: what }): Mark[] => {
        if (what === 'bears') return [];
        const middle = (frame.core[0] + frame.core[1]) / 2;
        const points = [fromFrame(frame, from, middle), fromFrame(frame, to, middle)];
        const mark = { subject: frame.wall.id, group: 'support', kind: 'lines', points } as const;
        // Partitions stand on floors as one builds.
        const isFault = what === 'nothing' && frame.wall.role === 'exterior';
        return [{ ...mark, ink: 'tide', pen: isFault ? 'cut' : 'dotted' }];
      })
    )
);

export const planOfSupport = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  at === 'storeys' ? [query.get(supportPlans, storey)] : [];
