/** The card of a tracing sheet: how it is seen, its scale, what known lengths say of it, its layers. */
import { fact, type CardMaker, type DetailsCard, type Field, type FieldGroup } from '../../details/card';
import { residualsOf, stateOf, type SheetState } from '../../../core/kinds/tracing-sheet/place';
import { leftOutWords } from '../../../core/kernels/survey/line-drawing';
import { isLines, type KnownRectangle, type TracingSheet } from '../../../core/kinds/tracing-sheet/record';
import { formatAngle } from '../../../core/units/angle';
import { formatLengthWithUnit, inch } from '../../../core/units/length';
import type { Setter } from '../../details/shared-fields';
import { leaveWallLayers } from './sheet-lines';

const stateWords: Readonly<Record<SheetState, string>> = {
  unchecked: 'nothing yet: hold a further known length against it',
  good: 'it is good: nothing is off by more than picking explains',
  scale: 'all are off by one share: its scale is wrong',
  stretch: 'it is stretched: lengths across are off by another share than those along',
  bow: 'what lies farther out is off by more: it is bowed, as by a lens',
  unlike: 'they do not agree: look at each again'
};
const useWords = { scale: 'scaled by', across: 'stretched by', check: 'checked by' } as const;

/** Layers that are listed one by one. */
const mostListed = 60;

export function sheetCard(make: CardMaker, sheet: TracingSheet): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setTracingSheet', args: { id: sheet.id, ...changes } });
  return {
    title: 'Tracing sheet',
    subtitle: sheet.name,
    groups: [
      { title: 'How is it seen?', fields: seenFields(make, sheet, set) },
      { title: 'Is it true?', fields: trueFields(make, sheet, set) },
      ...layerGroups(make, sheet, set)
    ]
  };
}

/** What units of drawings are, mm. */
const units = [
  ['a millimetre', 1],
  ['a centimetre', 10],
  ['a metre', 1000],
  ['an inch', inch],
  ['a foot', 12 * inch]
] as const;

/** What its file says, or what it was taken for, may be wrong. */
function unitField(make: CardMaker, sheet: TracingSheet, set: Setter): Field {
  const known = units.find(([, mm]) => mm === sheet.mmPerPixel);
  return make.choice(
    'unit',
    'Its unit is',
    [known ? String(known[1]) : 'other'],
    [
      ...(known ? [] : [{ value: 'other', label: 'as it was trued up' }]),
      ...units.map(([label, mm]) => ({ value: String(mm), label }))
    ],
    (value) => set(value === 'other' ? {} : { mmPerPixel: Number(value) })
  );
}

const oneOf = ({ mime }: TracingSheet) =>
  mime === 'application/pdf' ? 'One point is' : isLines({ mime }) ? 'One unit is' : 'One pixel is';

const strengths = [0.15, 0.3, 0.5, 0.75, 1];

function seenFields(make: CardMaker, sheet: TracingSheet, set: Setter): Field[] {
  const drawn = isLines(sheet);
  return [
    make.text('name', 'Name', sheet.name, (name) => set({ name })),
    make.choice(
      'fade',
      'Strength',
      [String(sheet.fade)],
      [...new Set([...strengths, sheet.fade])]
        .sort((p, q) => p - q)
        .map((v) => ({ value: String(v), label: `${Math.round(v * 100)} %` })),
      (fade) => set({ fade: Number(fade) })
    ),
    make.flag('shown', 'Shown', sheet.shown, (shown) => set({ shown })),
    make.flag('locked', 'Locked', sheet.locked, (locked) => set({ locked })),
    ...(drawn
      ? []
      : [
          make.flag('greys', 'Greys only', sheet.greys, (greys) => set({ greys })),
          make.flag('clearPaper', 'Paper clear', sheet.clearPaper, (clearPaper) => set({ clearPaper }))
        ]),
    make.choice(
      'order',
      'Among the sheets',
      ['keep'],
      [
        { value: 'keep', label: 'where it is' },
        { value: 'front', label: 'over all others' },
        { value: 'back', label: 'under all others' }
      ],
      (order) => set(order === 'keep' ? {} : { order })
    ),
    ...cropFields(make, sheet, set)
  ];
}

const sides = ['minX', 'maxX', 'minY', 'maxY'] as const;
const sideWords = { minX: 'left', maxX: 'right', minY: 'below', maxY: 'above' } as const;

/** How much of it is cut away at each side, as a part of it. */
function cropFields(make: CardMaker, sheet: TracingSheet, set: Setter): Field[] {
  if (sheet.rectangle) return [];
  const { widthPx: w, heightPx: h } = sheet;
  const crop = sheet.crop ?? { minX: 0, minY: 0, maxX: w, maxY: h };
  return sides.map((side) => {
    const size = side.endsWith('X') ? w : h;
    const gone = side.startsWith('min') ? crop[side] / size : 1 - crop[side] / size;
    return make.percent(`crop ${side}`, `Cut away ${sideWords[side]}`, gone, (share) => {
      const cut = { ...crop, [side]: side.startsWith('min') ? share * size : (1 - share) * size };
      const isWhole = cut.minX === 0 && cut.minY === 0 && cut.maxX === w && cut.maxY === h;
      return set({ crop: isWhole ? null : cut });
    });
  });
}

/** The sides of the rectangle that a photo was put right by, as they lie in the plan. */
function rectangleFields(
  make: CardMaker,
  { mmPerPixel, stretch }: TracingSheet,
  { width, height }: KnownRectangle,
  set: Setter
): Field[] {
  return [
    fact('Put right', 'by a rectangle on it'),
    make.length('rectangle width', 'True width of the rectangle', [width * mmPerPixel], (side) =>
      set({ width: side })
    ),
    make.length('rectangle height', 'True height of the rectangle', [height * mmPerPixel * stretch], (side) =>
      set({ height: side })
    )
  ];
}

function trueFields(make: CardMaker, sheet: TracingSheet, set: Setter): Field[] {
  const { units } = make.editor.settings;
  const words = (value: number) => formatLengthWithUnit(value, units);
  const rows = residualsOf(sheet);
  const state = stateOf(sheet);
  const drawing = make.editor.drawings.get(sheet.blob)?.drawing;
  const off = (value: number, share: number) =>
    Math.abs(value) < 0.05
      ? 'met'
      : `${words(Math.abs(value))} too ${value > 0 ? 'long' : 'short'}, ${(100 * Math.abs(share)).toFixed(2)} %`;
  return [
    ...(sheet.mime === 'image/vnd.dxf' ? [unitField(make, sheet, set)] : []),
    // Of a photo that was put right pixels are not alike.
    ...(sheet.rectangle ? [] : [fact(oneOf(sheet), `${Number(sheet.mmPerPixel.toFixed(4))}\u00a0mm`)]),
    ...(drawing
      ? [
          fact(
            'Its file',
            drawing.unit.isSaid
              ? `says ${drawing.unit.name}`
              : sheet.mime !== 'image/vnd.dxf'
                ? 'tells no true size: true it up by a known length'
                : `says no unit; taken as ${drawing.unit.name} by its size`
          ),
          ...(drawing.isCut ? [fact('Its end', 'missing: the file breaks off')] : []),
          ...(drawing.leftOut.length > 0 ? [fact('Not shown of it', leftOutWords(drawing))] : [])
        ]
      : []),
    ...(Math.abs(sheet.stretch - 1) > 1e-9
      ? [fact('Stretched up it', `${((sheet.stretch - 1) * 100).toFixed(2)} %`)]
      : []),
    ...(sheet.rectangle ? rectangleFields(make, sheet, sheet.rectangle, set) : []),
    ...(Math.abs(sheet.angle) > 1e-9 ? [fact('Turned', formatAngle(sheet.angle, 2))] : []),
    ...rows.map((row, k) =>
      make.choice(
        `length ${k + 1}`,
        `${k + 1}: ${useWords[row.use]} ${words(row.length)}`,
        ['keep'],
        [
          { value: 'keep', label: off(row.off, row.share) },
          { value: 'out', label: 'leave it out' }
        ],
        (value) => set(value === 'out' ? { without: k + 1 } : {})
      )
    ),
    fact('What the checks say', stateWords[state]),
    ...ownSizes(make, sheet)
  ];
}

/** The sizes that a drawing tells of itself, held against its lines. */
function ownSizes({ editor }: CardMaker, sheet: TracingSheet): Field[] {
  const sizes = editor.drawings.get(sheet.blob)?.drawing.sizes ?? [];
  if (sizes.length === 0) return [];
  const offs = sizes.map(({ p, q, said }) => (Math.hypot(q.x - p.x, q.y - p.y) - said) * sheet.mmPerPixel);
  const largest = offs.reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0);
  const mean = offs.reduce((sum, one) => sum + one, 0) / offs.length;
  const words = (value: number) => formatLengthWithUnit(Math.abs(value), editor.settings.units);
  const wrong = offs.filter((one) => Math.abs(one) > 1).length;
  return [
    fact(
      'Its own sizes',
      wrong === 0
        ? `all ${sizes.length} are as they are drawn`
        : `${wrong} of ${sizes.length} are not as they are drawn: by ${words(largest)} at most, ${words(mean)} in the mean`
    )
  ];
}

function layerGroups(make: CardMaker, sheet: TracingSheet, set: Setter): FieldGroup[] {
  const layers = make.editor.drawings.get(sheet.blob)?.drawing.layers ?? [];
  if (layers.length < 2) return [];
  const hidden = new Set(sheet.hidden);
  const listed = layers.slice(0, mostListed);
  const all = make.choice(
    'layers',
    'All of them',
    ['keep'],
    [
      {
        value: 'keep',
        label: hidden.size === 0 ? 'shown' : `${hidden.size} of ${layers.length} hidden`
      },
      { value: 'walls', label: 'leave what builds walls' },
      { value: 'all', label: 'show all' },
      { value: 'none', label: 'hide all' }
    ],
    (value) => set(value === 'keep' ? {} : { hidden: value === 'all' ? [] : layers.map(({ name }) => name) })
  );
  const setAll = (value: string) => {
    if (value !== 'walls') return all.set?.(value);
    void leaveWallLayers(make.editor, sheet.id);
    return undefined;
  };
  return [
    {
      title: 'Which of its layers?',
      fields: [
        { ...all, set: setAll },
        ...listed.map(({ name, count }, k) => ({
          ...make.flag(`layer ${k + 1}`, `${name} (${count})`, !hidden.has(name), (on) =>
            set({ hidden: on ? sheet.hidden.filter((one) => one !== name) : [...sheet.hidden, name] })
          )
        })),
        ...(layers.length > mostListed
          ? [fact('Not listed', `${layers.length - mostListed} further layers`)]
          : [])
      ]
    }
  ];
}
