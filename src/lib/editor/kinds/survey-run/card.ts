/** The card of a survey run: its pieces, whether they add up, what may have gone wrong, and its walls. */
import { whoMeasured } from '../../../core/document/known';
import { nameElement } from '../../../core/document/names';
import { closingOf, closingScatter, isSure } from '../../../core/kernels/survey/causes';
import { closingOfRun, lineWords, slipWords } from '../../../core/kinds/survey-run/closing';
import { length } from '../../../core/geometry/point';
import { ringFrom } from '../../../core/kinds/survey-run/ring';
import {
  pieceKinds,
  readingsOf,
  stopsOf,
  type PieceKind,
  type SurveyPiece,
  type SurveyRun
} from '../../../core/kinds/survey-run/record';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fact, type CardMaker, type DetailsCard, type Field } from '../../details/card';
import { certaintyChoices, optionalLength, placeFields, type Setter } from '../../details/shared-fields';
import type { Choice } from '../../sentence';

export const pieceWords: Readonly<Record<PieceKind, string>> = {
  wall: 'wall',
  opening: 'opening',
  pier: 'pier or column',
  recess: 'recess',
  gap: 'gap'
};

export const pieceChoices: readonly Choice[] = pieceKinds.map((value) => ({
  value,
  label: pieceWords[value]
}));

/** Lines of causes that are offered. */
const mostLines = 5;

export function surveyCard(make: CardMaker, run: SurveyRun): DetailsCard {
  const { editor } = make;
  const set: Setter = (changes) => ({ name: 'setSurveyRun', args: { id: run.id, ...changes } });
  const isBuilt = run.walls.some((id) => editor.project.tables.wall.has(id));
  const build = {
    label: 'Build its walls',
    run: () => {
      const made = editor.perform({ name: 'buildSurveyRun', args: { id: run.id } });
      if (made?.[0]) editor.select(made);
    }
  };
  return {
    title: nameElement(editor.project, run.id),
    subtitle: '',
    actions: isBuilt || run.pieces.length === 0 ? [] : [build],
    groups: [
      { title: 'Does it add up?', fields: closingFields(make, run, set) },
      { title: 'What was measured?', fields: pieceFields(make, run, set) },
      {
        title: 'Where does it run?',
        fields: [make.text('name', 'Name', run.name, (name) => set({ name })), ...placeFields(make, run, set)]
      }
    ]
  };
}

function closingFields(make: CardMaker, run: SurveyRun, set: Setter): Field[] {
  const words = (value: number) => formatLengthWithUnit(value, make.editor.settings.units);
  const closing = closingOfRun(make.editor.project, run);
  return [
    optionalLength(make, 'overall', 'Overall, measured', run.overall, (overall) => set({ overall })),
    fact('Sum of its pieces', words(stopsOf(run).at(-1)!)),
    optionalLength(make, 'thickness', 'Thickness of the wall', run.thickness, (thickness) =>
      set({ thickness })
    ),
    make.length('tape', 'A tape length is good to', [run.tape], (tape) => set({ tape })),
    ...(closing ? errorFields(make, run, closing, words) : []),
    ...ringFields(make, run, words)
  ];
}

/** Of a run that is in a ring round a house. */
function ringFields(make: CardMaker, run: SurveyRun, words: (value: number) => string): Field[] {
  const ring = ringFrom(make.editor.project, run);
  if (!ring) return [];
  const over = length(ring.over);
  const told =
    over < 0.5
      ? 'come back to where they began'
      : `come back ${words(over)} off, 1 in ${Math.round(ring.round / over)}`;
  return [
    fact('Round the house', `${ring.runs.length} runs ${told}`),
    ...(over < 0.5
      ? []
      : [
          make.choice(
            'ring',
            'Close the ring',
            ['keep'],
            [
              { value: 'keep', label: 'not at all' },
              { value: 'compass', label: 'by the compass rule: all are turned a little' },
              { value: 'square', label: 'as of a square house: none is turned' }
            ],
            (how) =>
              how === 'keep'
                ? { name: 'setSurveyRun', args: { id: run.id } }
                : { name: 'closeSurveyRuns', args: { id: run.id, how } }
          )
        ])
  ];
}

type Closing = NonNullable<ReturnType<typeof closingOfRun>>;

function errorFields(
  make: CardMaker,
  run: SurveyRun,
  closing: Closing,
  words: (value: number) => string
): Field[] {
  const { error, measured, lines, isUnclear } = closing;
  const state = closingOf(measured);
  if (state === 'closes') return [fact('Closing error', 'none')];
  const tells =
    state === 'within'
      ? 'within what the tape allows'
      : `the tape allows ${words(2.5 * closingScatter(measured))}`;
  const told = `${words(Math.abs(error))} ${error > 0 ? 'too little' : 'too much'}; ${tells}`;
  const shown = lines.slice(0, mostLines);
  const mends = shown.flatMap(({ cause, change, pieces, share }, k) => {
    const size = `${words(Math.abs(change))} ${change > 0 ? 'more' : 'less'}`;
    return (pieces.length > 0 ? pieces : run.pieces.map((_, i) => i)).map((piece) => ({
      value: `${k} ${piece}`,
      label:
        cause === 'leftOut'
          ? `a piece of ${words(change)} after piece ${piece + 1}`
          : cause === 'twice'
            ? `without piece ${piece + 1}`
            : `piece ${piece + 1}, ${size}: ${slipWords[cause]}, ${Math.round(100 * share)} %`
    }));
  });
  return [
    fact('Closing error', told),
    ...shown.map((line, k) =>
      fact(
        `Cause ${k + 1}${isSure(measured, line) ? ', as good as certain' : ''}`,
        lineWords(line, make.editor.settings.units)
      )
    ),
    ...(isUnclear ? [fact('Causes', 'none is likely')] : []),
    make.choice(
      'mend',
      'Put it right',
      ['keep'],
      [{ value: 'keep', label: 'leave it as it was measured' }, ...mends],
      (value) => {
        const [k, piece] = value.split(' ').map(Number);
        const line = shown[k!];
        return line
          ? {
              name: 'mendSurveyRun',
              args: { id: run.id, cause: line.cause, change: line.change, piece: piece! + 1 }
            }
          : { name: 'setSurveyRun', args: { id: run.id } };
      }
    ),
    make.choice(
      'spread',
      'Spread it',
      ['keep'],
      [
        { value: 'keep', label: 'not at all' },
        { value: 'all', label: 'over all pieces in proportion' },
        ...run.pieces.map((_, i) => ({ value: String(i + 1), label: `into piece ${i + 1}` }))
      ],
      (value) =>
        value === 'keep'
          ? { name: 'setSurveyRun', args: { id: run.id } }
          : {
              name: 'spreadSurveyRun',
              args: { id: run.id, ...(value !== 'all' && { piece: Number(value) }) }
            }
    )
  ];
}

/** What the depth of a piece is. */
const deepWords: Partial<Record<PieceKind, string>> = { pier: 'depth', recess: 'depth', opening: 'set back' };

/** Each piece with its sizes; where the tape ran on, lengths are read from the beginning. */
function pieceFields(make: CardMaker, run: SurveyRun, set: Setter): Field[] {
  const { running } = run;
  const read = readingsOf(run, running);
  const put = (i: number, changes: Partial<SurveyPiece>) =>
    set({ pieces: read.map((one, k) => (k === i ? { ...one, ...changes } : one)) });
  return [
    make.flag('running', 'Read from one end', running, (on) =>
      set({ running: on, pieces: readingsOf(run, on) })
    ),
    ...read.flatMap((piece, i): Field[] => {
      const name = `Piece ${i + 1}`;
      return [
        make.choice(
          `kind ${i + 1}`,
          name,
          [piece.kind],
          [...pieceChoices, { value: 'out', label: 'left out' }],
          (kind) =>
            kind === 'out'
              ? set({ pieces: read.filter((_, k) => k !== i) })
              : put(i, {
                  kind: kind as PieceKind,
                  ...(kind === 'opening' && piece.head <= piece.sill && { head: piece.sill + 2100 })
                })
        ),
        make.length(`length ${i + 1}`, `${name}, ${running ? 'to' : 'length'}`, [piece.length], (length) =>
          put(i, { length, ...make.editor.settings.measuring, ...make.editor.readings.knownOf(length) })
        ),
        ...(piece.kind === 'opening'
          ? [
              make.length(`sill ${i + 1}`, `${name}, sill`, [piece.sill], (sill) => put(i, { sill })),
              make.length(`head ${i + 1}`, `${name}, head`, [piece.head], (head) => put(i, { head })),
              make.length(`trim ${i + 1}`, `${name}, trim`, [piece.trim], (trim) => put(i, { trim }))
            ]
          : []),
        ...(deepWords[piece.kind]
          ? [
              make.length(`depth ${i + 1}`, `${name}, ${deepWords[piece.kind]}`, [piece.depth], (depth) =>
                put(i, { depth })
              )
            ]
          : []),
        make.choice(
          `certainty ${i + 1}`,
          `${name}, how known`,
          [piece.certainty],
          certaintyChoices,
          (certainty) => put(i, { certainty: certainty as SurveyPiece['certainty'] })
        ),
        ...(piece.by || piece.on ? [fact(`${name}, by`, whoMeasured(piece))] : [])
      ];
    })
  ];
}
