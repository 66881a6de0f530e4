/** The walls of a survey run, with its openings and piers; walls round a survey room. */
import { command, need, refuse } from '../document/command';
import type { Project, Result } from '../document/kind';
import { nameOf } from '../document/names';
import { composePatches, patchOf } from '../document/patch';
import * as s from '../document/schemas';
import { addColumn } from '../kinds/column/commands';
import { addOpening } from '../kinds/opening/commands';
import { placeOn, stopsOf, type SurveyRun } from '../kinds/survey-run/record';
import type { SurveyRoom } from '../kinds/survey-room/record';
import { shapeRoom } from '../kinds/survey-room/shape';
import * as wallArgs from '../kinds/wall/args';
import { drawRun, drawWall } from '../kinds/wall/commands';
import { along, fromAngle, leftOf, lerp } from '../geometry/point';
import { thicknessOf } from '../kernels/joints/frame';
import { degree } from '../units/angle';
import { Steps } from './steps';

/** An opening that begins this high is a window, mm. */
const windowSill = 50;

/** Pieces from gap to gap: numbers of the first and of the one after the last. */
function stretchesOf({ pieces }: SurveyRun): [number, number][] {
  const found: [number, number][] = [];
  let from = 0;
  pieces.forEach(({ kind }, i) => {
    if (kind !== 'gap') return;
    if (i > from) found.push([from, i]);
    from = i + 1;
  });
  return from < pieces.length ? [...found, [from, pieces.length]] : found;
}

const style = () => ({ buildUp: s.id(), thickness: s.mm(), height: s.mm(), role: wallArgs.role() });

/** Refuses to build again what stands. */
function needUnbuilt(project: Project, { id, walls }: SurveyRun | SurveyRoom, thing: string) {
  const standing = walls.filter((wall) => project.tables.wall.has(wall));
  if (standing.length > 0) refuse(project, 'survey.built', { subjects: [id, ...standing], texts: { thing } });
}

export const buildSurveyRoom = command({
  name: 'buildSurveyRoom',
  about:
    'Build walls round a survey room, their inner faces along its sides as they were found from what was measured.',
  args: s.object({ id: s.id().required(), ...style() }),
  example: { id: 'room-survey-1', thickness: 300 },
  run: (project, { id, ...given }, query): Result => {
    const room = need(project, 'surveyRoom', id);
    const thing = nameOf(project, room);
    needUnbuilt(project, room, thing);
    const { ring, isKnown } = shapeRoom(room);
    if (!isKnown) refuse(project, 'survey.unknown', { subjects: [id], texts: { thing } });
    const steps = new Steps(query);
    const walls = steps.run(drawRun, {
      ...{ storey: room.storey, points: ring, close: true, settingOut: 'inner', outside: 'right', ...given }
    });
    const patch = composePatches(steps.patch, patchOf(steps.project, [{ ...room, walls }]));
    return { ok: true, patch, label: 'Build a survey room', made: walls };
  }
});

export const buildSurveyRun = command({
  name: 'buildSurveyRun',
  about:
    'Build the walls of a survey run, from gap to gap, with its openings (windows where they have a sill, else doors) and piers. Its line is the face that was measured along: the outer one, or with `face` the inner one.',
  args: s.object({
    id: s.id().required(),
    face: s.oneOf(['outer', 'inner'] as const),
    outside: s.side(),
    ...style()
  }),
  example: { id: 'survey-1', thickness: 300 },
  run: (project, { id, face, ...given }, query): Result => {
    const run = need(project, 'surveyRun', id);
    const subjects = [id];
    const texts = { thing: nameOf(project, run) };
    needUnbuilt(project, run, texts.thing);
    const stretches = stretchesOf(run);
    if (stretches.length === 0) refuse(project, 'survey.empty', { subjects, texts });
    const stops = stopsOf(run);
    const steps = new Steps(query);
    const walls = stretches.flatMap(([from, to]) => {
      const [made] = steps.run(drawWall, {
        ...{ storey: run.storey, a: placeOn(run, stops[from]!), length: stops[to]! - stops[from]! },
        ...{ angle: run.angle / degree, settingOut: face ?? 'outer', ...given },
        ...(run.name && { name: run.name })
      });
      const wall = steps.project.tables.wall.get(made!)!;
      const thickness = thicknessOf(steps.project.tables.buildUp.get(wall.buildUp)!);
      // From the line that was measured along to the middle of the wall.
      const inwards = wall.outside === 'left' ? -1 : 1;
      const across = inwards * (face === 'inner' ? -1 : 1) * (thickness / 2);
      for (let i = from; i < to; i++) {
        const { kind, length, sill, head, depth } = run.pieces[i]!;
        const distance = stops[i]! - stops[from]!;
        if (kind === 'opening')
          steps.run(addOpening, {
            ...{ wall: made, distance, width: length, sill, height: head - sill },
            filling: sill > windowSill ? 'window' : 'door'
          });
        if (kind === 'pier') {
          const middle = lerp(placeOn(run, stops[i]!), placeOn(run, stops[i + 1]!), 0.5);
          steps.run(addColumn, {
            ...{ storey: run.storey, angle: run.angle / degree },
            at: along(middle, leftOf(fromAngle(run.angle)), across),
            profile: { kind: 'rectangle', width: length, depth: Math.max(depth, thickness) }
          });
        }
      }
      return [made!];
    });
    const patch = composePatches(steps.patch, patchOf(steps.project, [{ ...run, walls }]));
    const isFlat = run.pieces.some(({ kind }) => kind === 'recess');
    return {
      ...{ ok: true, patch, label: 'Build a survey run', made: walls },
      ...(isFlat && { also: 'Recesses are built as wall: they are kept in the run.' })
    };
  }
});
