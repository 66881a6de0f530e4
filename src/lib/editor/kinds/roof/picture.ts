/** A roof as the section of its eave. */
import { eaveEnd, soffitFoot } from '../../../core/kinds/roof/eave-end';
import { boards, type Roof } from '../../../core/kinds/roof/record';
import type { Point } from '../../../core/geometry/point';
import type { Picture, PictureShape, PictureSize } from '../../details/picture';
import { formatLength } from '../../../core/units/length';
import type { Editor } from '../../editor';
import { rectangleOf, segment } from '../../details/picture';

/** Drawn of the wall below the plate and of the slope beyond it, mm. */
const wallDrawn = 700;
const slopeDrawn = 1500;
const wallThick = 300;

export const roofPictures = ({ model, shown, settings }: Editor, roof: Roof): Picture[] => [
  eave(
    roof,
    model.roof(shown, roof)?.overhang ?? roof.overhang,
    // That of plies is theirs, and told.
    roof.buildUp === null ? { field: 'thickness' } : { text: formatLength(roof.thickness, settings.units) }
  )
];

/** The wall's outer face is the upright through nought; `start`: where the eave's outer line is. */
function sectionOf({ pitch, plateLevel, seat, thickness, eaveCut }: Roof, start: number) {
  const slope = Math.tan(pitch);
  const low = plateLevel + (start - seat) * slope;
  const high = low + thickness / Math.cos(pitch);
  return { high, low, ...eaveEnd(eaveCut, { high, low, plate: plateLevel, slope, out: -start }) };
}

/** The end of the slope from its top edge down to its underside, as it is cut. */
function endOf(roof: Roof, start: number): Point[] {
  const { run, foot } = sectionOf(roof, start);
  const inner = { x: start + run, y: foot };
  return roof.eaveCut === 'level' && run > 0 ? [{ x: start, y: foot }, inner] : [inner];
}

/** The fascia outside of the slope's end, and what is under the overhang. */
function boardsOf(roof: Roof, start: number): PictureShape[] {
  const { pitch, plateLevel, seat, fascia, soffit } = roof;
  const atWall = plateLevel - seat * Math.tan(pitch);
  const { high: top, low, foot: cut } = sectionOf(roof, start);
  const board = { closed: true, fill: 'paper', pen: 'face' } as const;
  const foot = soffitFoot(cut, top, fascia);
  const deep = boards.soffit / Math.cos(pitch);
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
            points: [
              { x: start, y: low },
              { x: start, y: low - deep },
              { x: 0, y: atWall - deep },
              { x: 0, y: atWall }
            ],
            ...board
          }
        ]
      : [])
  ];
}

/** The wall's outer face is the upright through nought; the slope rises to the right. `made`: the overhang that fits. */
function eave(roof: Roof, made: number, thick: Pick<PictureSize, 'field' | 'text'>): Picture {
  const { pitch, overhang, plateLevel, seat, thickness } = roof;
  const slope = Math.tan(pitch);
  const under = (x: number) => plateLevel + (x - seat) * slope;
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
          ...endOf(roof, start),
          { x: far, y: under(far) },
          { x: far, y: under(far) + deep },
          { x: start, y: under(start) + deep }
        ],
        ...{ closed: true, fill: 'slate', pen: 'cut' }
      },
      ...boardsOf(roof, start),
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
        ...{ lane: 1, ...thick }
      }
    ],
    words: [
      { at: { x: wallThick, y: plateLevel }, field: 'plateLevel', to: 'right', row: 1 },
      { at: { x: far * 0.2, y: under(far * 0.4) + deep }, field: 'pitch', to: 'middle', row: -1 }
    ]
  };
}
