/** Survey runs: entered, changed, mended by a cause that was found, and built. */
import {
  command,
  done,
  freshOrGiven,
  lengthOr,
  need,
  needHouseSize,
  needPositive,
  refuse,
  storedPoint
} from '../../document/command';
import { knownArgs, knownOf, type KnownGiven } from '../../document/known';
import { nameOf } from '../../document/names';
import type { Project } from '../../document/kind';
import * as s from '../../document/schemas';
import { add, angleOf, length as lengthOf, rotate } from '../../geometry/point';
import { toStored } from '../../geometry/tolerances';
import { closedLegs } from '../../kernels/survey/traverse';
import { slipCauses } from '../../kernels/survey/causes';
import { degree } from '../../units/angle';
import { legOf, ringFrom } from './ring';
import { mostPieces, pieceKinds, plainPiece, stopsOf, type SurveyPiece, type SurveyRun } from './record';

const pieceArgs = () =>
  s
    .object({
      kind: s.oneOf(pieceKinds),
      length: s.mm().required(),
      sill: s.mm(),
      head: s.mm(),
      depth: s.mm().min(0),
      trim: s.mm().min(0),
      ...knownArgs()
    })
    .noUnknown(true);

const shape = () => ({
  name: s.name(),
  at: s.point().default(undefined),
  angle: s.degrees(),
  pieces: s.array(pieceArgs().required()).max(mostPieces).default(undefined),
  running: s.flag(),
  overall: s.mm().nullable(),
  thickness: s.mm().nullable(),
  tape: s.mm().min(0).max(1000)
});

interface PieceGiven extends KnownGiven {
  readonly kind?: SurveyPiece['kind'] | undefined;
  readonly length: number;
  readonly sill?: number | undefined;
  readonly head?: number | undefined;
  readonly depth?: number | undefined;
  readonly trim?: number | undefined;
}

interface Given {
  readonly name?: string | undefined;
  readonly at?: { x: number; y: number } | undefined;
  readonly angle?: number | undefined;
  readonly pieces?: readonly PieceGiven[] | undefined;
  readonly running?: boolean | undefined;
  readonly overall?: number | null | undefined;
  readonly thickness?: number | null | undefined;
  readonly tape?: number | undefined;
}

/** As they are given: each by itself, or, where the tape ran on, each from its beginning. */
function piecesOf(project: Project, list: readonly PieceGiven[], isRunning: boolean): SurveyPiece[] {
  let before = 0;
  return list.map((given, i) => {
    const kind = given.kind ?? 'wall';
    const length = isRunning ? given.length - before : given.length;
    if (isRunning && length <= 0)
      refuse(project, 'survey.back', {
        numbers: { reading: given.length, before },
        texts: { piece: String(i + 1) }
      });
    before = given.length;
    needPositive(project, 'length', `piece ${i + 1}`, length);
    needHouseSize(project, 'length', `piece ${i + 1}`, length);
    const usual = plainPiece[kind];
    const [sill, head] = [toStored(given.sill ?? usual.sill), toStored(given.head ?? usual.head)];
    if (kind === 'opening' && head <= sill)
      refuse(project, 'survey.head', { numbers: { sill, head }, texts: { piece: String(i + 1) } });
    return {
      ...{ kind, length: toStored(length), sill, head },
      depth: toStored(given.depth ?? usual.depth),
      trim: toStored(given.trim ?? usual.trim),
      ...knownOf(project, given)
    };
  });
}

function changed(project: Project, old: SurveyRun, given: Given): SurveyRun {
  const running = given.running ?? old.running;
  if (given.overall !== undefined && given.overall !== null)
    needPositive(project, 'overall length', nameOf(project, old), given.overall);
  if (given.thickness !== undefined && given.thickness !== null)
    needPositive(project, 'thickness', nameOf(project, old), given.thickness);
  const orNone = (value: number | null | undefined, before: number | null) =>
    value === undefined ? before : value === null ? null : toStored(value);
  return {
    ...old,
    name: given.name ?? old.name,
    at: given.at ? storedPoint(given.at) : old.at,
    angle: given.angle === undefined ? old.angle : given.angle * degree,
    pieces: given.pieces ? piecesOf(project, given.pieces, running) : old.pieces,
    running,
    overall: orNone(given.overall, old.overall),
    thickness: orNone(given.thickness, old.thickness),
    tape: lengthOr(given.tape, old.tape)
  };
}

export const addSurveyRun = command({
  name: 'addSurveyRun',
  about:
    'Enter a wall as it was measured: its pieces one after another (wall, opening with sill, head and trim, set back by its depth, pier or recess with its depth, gap), each by itself or, with `running`, as read from one end; `overall` over all of it; `thickness` of the wall; `tape`: how far a length by that tape is off (one standard deviation). From `at` on by `angle`.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...shape(), at: s.point().required() }),
  example: {
    storey: 'storey-1',
    at: { x: 0, y: 0 },
    pieces: [{ length: 1300 }, { kind: 'opening', length: 1790, sill: 0, head: 2110 }, { length: 1710 }],
    overall: 4800
  },
  run: (project, args) => {
    const { id, storey, ...given } = args;
    const bare: SurveyRun = {
      id: freshOrGiven(project, 'surveyRun', id),
      kind: 'surveyRun',
      name: '',
      storey: need(project, 'storey', storey).id,
      ...{ at: storedPoint(args.at), angle: 0, pieces: [], running: false, overall: null },
      ...{ thickness: null, tape: 2, walls: [] }
    };
    const run = changed(project, bare, given as Given);
    return done(project, 'Enter a survey run', [run], [], [run.id]);
  }
});

export const setSurveyRun = command({
  name: 'setSurveyRun',
  about:
    'Change a survey run: its name, place and way, all its `pieces` (with `running` as read from one end), its overall length and thickness (none: null), how far its tape is off.',
  args: s.object({ id: s.id().required(), ...shape() }),
  example: { id: 'survey-1', overall: 4812 },
  run: (project, { id, ...given }) => {
    const run = changed(project, need(project, 'surveyRun', id), given as Given);
    return done(project, 'Change a survey run', [run]);
  }
});

const pieceNumber = () => s.number().integer().min(1).max(mostPieces);

function needPiece(project: Project, run: SurveyRun, piece: number | undefined): number {
  if (piece === undefined || piece > run.pieces.length)
    refuse(project, 'survey.piece', {
      subjects: [run.id],
      texts: {
        thing: nameOf(project, run),
        given: piece === undefined ? 'none' : String(piece),
        count: String(run.pieces.length)
      }
    });
  return piece - 1;
}

export const mendSurveyRun = command({
  name: 'mendSurveyRun',
  about:
    'Put a slip of a survey run right: of the `piece` (the first is 1) so much more or less (`change`); a piece that was left out is put in after it, one that was written twice is taken out.',
  args: s.object({
    id: s.id().required(),
    cause: s.oneOf(slipCauses).required(),
    change: s.mm().required(),
    piece: pieceNumber()
  }),
  example: { id: 'survey-1', cause: 'off', change: 100, piece: 2 },
  run: (project, { id, cause, change, piece }) => {
    const run = need(project, 'surveyRun', id);
    const at = needPiece(project, run, piece);
    const own = run.pieces[at]!;
    const put = (pieces: readonly SurveyPiece[]) =>
      done(project, 'Put a survey run right', [{ ...run, pieces }]);
    if (cause === 'twice') return put(run.pieces.filter((_, i) => i !== at));
    if (cause === 'leftOut') {
      needPositive(project, 'length', 'the piece left out', change);
      const kind = own.kind === 'wall' ? 'opening' : 'wall';
      const added: SurveyPiece = {
        kind,
        length: toStored(change),
        ...plainPiece[kind],
        ...{ certainty: 'assumed', by: '', on: '' }
      };
      return put([...run.pieces.slice(0, at + 1), added, ...run.pieces.slice(at + 1)]);
    }
    const length = toStored(own.length + change);
    needPositive(project, 'length', `piece ${at + 1}`, length);
    return put(run.pieces.map((one, i) => (i === at ? { ...one, length } : one)));
  }
});

/** So much more over all pieces of a run, in proportion. */
function spread(run: SurveyRun, more: number): SurveyPiece[] {
  const sum = stopsOf(run).at(-1)!;
  let [given, gone] = [0, 0];
  return run.pieces.map((one) => {
    // Each end is rounded from the whole, so that what is rounded does not add up.
    gone += one.length;
    const share = toStored((more * gone) / sum) - given;
    given += share;
    return { ...one, length: toStored(one.length + share) };
  });
}

export const closeSurveyRuns = command({
  name: 'closeSurveyRuns',
  about:
    'Let survey runs that go round a house come back to where they began: what is left over is shared out by the compass rule (each run is turned and stretched by a part in proportion to its length), or as of a square house (runs along the first one take up what is left over along it, those square to it the rest; none is turned). The first of the ring stays where it begins; all follow one another after.',
  args: s.object({ id: s.id().required(), how: s.oneOf(['compass', 'square'] as const).required() }),
  example: { id: 'survey-1', how: 'compass' },
  run: (project, { id, how }) => {
    const first = need(project, 'surveyRun', id);
    const ring = ringFrom(project, first);
    if (!ring)
      refuse(project, 'survey.no-ring', { subjects: [id], texts: { thing: nameOf(project, first) } });
    const legs = ring.runs.map((run) => rotate(legOf(run), -first.angle));
    const closed = closedLegs(legs, how).map((leg) => rotate(leg, first.angle));
    let at = first.at;
    const runs = ring.runs.map((run, i): SurveyRun => {
      const leg = closed[i]!;
      const more = lengthOf(leg) - stopsOf(run).at(-1)!;
      const moved = { ...run, at: storedPoint(at), angle: angleOf(leg), pieces: spread(run, more) };
      at = add(at, leg);
      return moved;
    });
    return done(project, 'Close a ring of survey runs', runs);
  }
});

export const spreadSurveyRun = command({
  name: 'spreadSurveyRun',
  about:
    'Take the closing error of a survey run away: over all its pieces, in proportion to their lengths, or into one `piece` (the first is 1).',
  args: s.object({ id: s.id().required(), piece: pieceNumber() }),
  example: { id: 'survey-1' },
  run: (project, { id, piece }) => {
    const run = need(project, 'surveyRun', id);
    const sum = stopsOf(run).at(-1)!;
    if (run.overall === null || run.pieces.length === 0)
      refuse(project, 'survey.open', { subjects: [id], texts: { thing: nameOf(project, run) } });
    const error = run.overall - sum;
    if (piece === undefined)
      return done(project, 'Take the closing error away', [{ ...run, pieces: spread(run, error) }]);
    const into = needPiece(project, run, piece);
    const length = toStored(run.pieces[into]!.length + error);
    needPositive(project, 'length', `piece ${piece}`, length);
    const pieces = run.pieces.map((one, i) => (i === into ? { ...one, length } : one));
    return done(project, 'Take the closing error away', [{ ...run, pieces }]);
  }
});
