/** What tables say of survey runs; mm. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { round } from '../../units/round';
import { closingOfRun } from './closing';
import { ringFrom } from './ring';
import { stopsOf } from './record';

export const surveyRows = ({ project }: Query) =>
  [...project.tables.surveyRun.values()].map((run) => {
    const closing = closingOfRun(project, run);
    const ring = ringFrom(project, run);
    return {
      id: run.id,
      name: nameElement(project, run.id),
      storey: run.storey,
      pieces: run.pieces,
      thickness: run.thickness,
      sum: round(stopsOf(run).at(-1)!),
      overall: run.overall,
      closingError: closing ? round(closing.error) : null,
      causes: (closing?.lines ?? []).map(({ cause, change, pieces, share }) => ({
        ...{ cause, change: round(change), pieces: pieces.map((i) => i + 1), share: round(share) }
      })),
      ring: ring
        ? { runs: ring.runs.map(({ id }) => id), over: [round(ring.over.x), round(ring.over.y)] }
        : null,
      walls: run.walls
    };
  });
