/** Walls that were found in a drawing, with their openings, as one change. */
import { command, Refusal, need, needPositive } from '../document/command';
import type { Project, Result } from '../document/kind';
import * as s from '../document/schemas';
import type { BuildUp } from '../kinds/build-up/record';
import { thicknessOf } from '../kernels/joints/frame';
import { addOpening } from '../kinds/opening/commands';
import * as openingArgs from '../kinds/opening/args';
import * as wallArgs from '../kinds/wall/args';
import { drawWall } from '../kinds/wall/commands';
import { Steps } from './steps';

/** As thick as a drawing is read to, mm. */
const alike = 1;
const mostFound = 2000;

/** Build-ups of a thickness, those first that walls of the project have. */
export function buildUpsFor({ tables }: Project, thickness: number): BuildUp[] {
  const fits = [...tables.buildUp.values()].filter((one) => Math.abs(thicknessOf(one) - thickness) <= alike);
  const used = new Set([...tables.wall.values()].map(({ buildUp }) => buildUp));
  return [...fits.filter(({ id }) => used.has(id)), ...fits.filter(({ id }) => !used.has(id))];
}

/** The first of them. */
export const buildUpFor = (project: Project, thickness: number): string | undefined =>
  buildUpsFor(project, thickness)[0]?.id;

export const buildFoundWalls = command({
  name: 'buildFoundWalls',
  about:
    'Build walls that were found in a drawing: each on its middle line from a to b with its thickness (the build-up of that thickness where there is one) and its openings, so far (`distance`) from a to the nearer jamb. An opening that does not fit is left out and told.',
  args: s.object({
    storey: s.id().required(),
    walls: s
      .array(
        s
          .object({
            a: s.point().required(),
            b: s.point().required(),
            thickness: s.mm().required(),
            buildUp: s.id(),
            role: wallArgs.role(),
            outside: s.side(),
            openings: s
              .array(
                s
                  .object({
                    distance: s.mm().required(),
                    width: s.mm().required(),
                    filling: openingArgs.filling()
                  })
                  .noUnknown(true)
                  .required()
              )
              .max(100)
              .default([])
          })
          .noUnknown(true)
          .required()
      )
      .min(1)
      .max(mostFound)
      .required(),
    height: s.mm()
  }),
  example: {
    storey: 'storey-1',
    walls: [
      {
        ...{ a: { x: 0, y: -9000 }, b: { x: 6000, y: -9000 }, thickness: 120, role: 'partition' },
        openings: [{ distance: 1000, width: 900, filling: 'door' }]
      }
    ]
  },
  run: (project, { storey, walls, height }, query): Result => {
    need(project, 'storey', storey);
    const steps = new Steps(query);
    const left: string[] = [];
    const made = walls.map(({ a, b, thickness, buildUp, role, outside, openings }, i) => {
      needPositive(project, 'thickness', `wall ${i + 1}`, thickness);
      const own = buildUp ?? buildUpFor(steps.project, thickness);
      const [id] = steps.run(drawWall, {
        ...{ storey, a, b, settingOut: 'centre', role: role ?? 'partition' },
        ...(own === undefined ? { thickness } : { buildUp: own }),
        ...(outside !== undefined && { outside }),
        ...(height !== undefined && { height })
      });
      return { id: id!, openings };
    });
    // When all walls stand, as joints tell how much of each is clear.
    for (const { id, openings } of made)
      for (const one of openings ?? []) {
        const added = steps.attempt(addOpening, {
          ...{ wall: id, distance: one.distance, width: one.width, filling: one.filling ?? 'none' }
        });
        if (added instanceof Refusal) left.push(added.problem.message);
      }
    const also =
      left.length === 0
        ? {}
        : {
            also: `${left.length === 1 ? 'One opening is' : `${left.length} openings are`} left out: ${left[0]}`
          };
    return {
      ok: true,
      patch: steps.patch,
      label: 'Build found walls',
      made: made.map(({ id }) => id),
      ...also
    };
  }
});
