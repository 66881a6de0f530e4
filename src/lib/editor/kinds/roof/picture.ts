/** A roof as the section of its eave. */
import { boards, type Roof } from '../../../core/kinds/roof/record';
import type { Point } from '../../../core/geometry/point';
import type { Picture, PictureShape } from '../../details/picture';
import type { Editor } from '../../editor';
import { rectangleOf, segment } from '../../details/picture';

/** Drawn of the wall below the plate and of the slope beyond it, mm. */
const wallDrawn = 700;
const slopeDrawn = 1500;
const wallThick = 300;

export const roofPictures = ({ model, shown }: Editor, roof: Roof): Picture[] => [
  eave(roof, model.roof(shown, roof)?.overhang ?? roof.overhang)
];

/** The end of the slope from its top edge down to its underside, as it is cut. */
function endOf(
  { pitch, plateLevel, thickness, eaveCut }: Roof,
  start: number,
  under: (x: number) => number
): Point[] {
  const slope = Math.tan(pitch);
  const top = under(start) + thickness / Math.cos(pitch);
  const square = start + thickness * Math.sin(pitch);
  if (eaveCut === 'square' && square <= 0) return [{ x: square, y: under(square) }];
  const level = Math.min(top, plateLevel);
  if (eaveCut === 'level')
    return [
      { x: start, y: level },
      { x: start + (level - under(start)) / slope, y: level }
    ];
  return [{ x: start, y: under(start) }];
}

/** The fascia outside of the slope's end, and what is under the overhang. */
function boardsOf(roof: Roof, start: number, under: (x: number) => number): PictureShape[] {
  const { pitch, thickness, fascia, soffit } = roof;
  const top = under(start) + thickness / Math.cos(pitch);
  const board = { closed: true, fill: 'paper', pen: 'face' } as const;
  const low = Math.min(...endOf(roof, start, under).map(({ y }) => y));
  const foot = Math.min(low - boards.soffit, fascia > 0 ? top - fascia + boards.nib : Infinity);
  return [
    ...(fascia > 0
      ? [{ points: rectangleOf(start - boards.fascia, top - fascia, start, top), ...board }]
      : []),
    ...(soffit === 'level' && start < 0
      ? [{ points: rectangleOf(start, foot, 0, foot + boards.soffit), ...board }]
      : []),
    ...(soffit === 'sloped' && start < 0
      ? [
          {
            points: [start, 0].flatMap((x, i) => {
              const [a, b] = [under(x), under(x) - boards.soffit / Math.cos(pitch)];
              return i === 0
                ? [
                    { x, y: a },
                    { x, y: b }
                  ]
                : [
                    { x, y: b },
                    { x, y: a }
                  ];
            }),
            ...board
          }
        ]
      : [])
  ];
}

/** The wall's outer face is the upright through nought; the slope rises to the right. `made`: the overhang that fits. */
function eave(roof: Roof, made: number): Picture {
  const { pitch, overhang, plateLevel, thickness } = roof;
  const slope = Math.tan(pitch);
  const under = (x: number) => plateLevel + x * slope;
  // Square to the slope, so deeper along the upright.
  const deep = thickness / Math.cos(pitch);
  const far = slopeDrawn;
  const start = -made;
  return {
    label: 'Section of the eave: the pitch, how far it overhangs, the plate it stands on',
    height: 210,
    shapes: [
      {
        points: rectangleOf(0, plateLevel - wallDrawn, wallThick, plateLevel),
        ...{ closed: true, fill: 'fog', pen: 'face' }
      },
      {
        points: [
          ...endOf(roof, start, under),
          { x: far, y: under(far) },
          { x: far, y: under(far) + deep },
          { x: start, y: under(start) + deep }
        ],
        ...{ closed: true, fill: 'slate', pen: 'cut' }
      },
      ...boardsOf(roof, start, under),
      {
        points: segment(start - 300, plateLevel, far, plateLevel),
        ink: 'shale',
        pen: 'fine',
        line: 'dash-dot'
      }
    ],
    sizes: [
      {
        from: { x: start, y: plateLevel - wallDrawn },
        to: { x: 0, y: plateLevel - wallDrawn },
        lane: 1,
        ...(Math.abs(made - overhang) < 0.5 && { field: 'overhang' })
      },
      {
        ...{ from: { x: far, y: under(far) }, to: { x: far, y: under(far) + deep } },
        ...{ lane: 1, field: 'thickness' }
      }
    ],
    words: [
      { at: { x: wallThick, y: plateLevel }, field: 'plateLevel', to: 'right', row: 1 },
      { at: { x: far * 0.2, y: under(far * 0.4) + deep }, field: 'pitch', to: 'middle', row: -1 }
    ]
  };
}
