/** A roof as the section of its eave. */
import type { Roof } from '../../../core/kinds/roof/record';
import type { Picture } from '../../details/picture';
import type { Editor } from '../../editor';
import { rectangleOf, segment } from '../../details/picture';

/** Drawn of the wall below the plate and of the slope beyond it, mm. */
const wallDrawn = 700;
const slopeDrawn = 1500;
const wallThick = 300;

export const roofPictures = ({ model, shown }: Editor, roof: Roof): Picture[] => [
  eave(roof, model.roof(shown, roof)?.overhang ?? roof.overhang)
];

/** The wall's outer face is the upright through nought; the slope rises to the right. `made`: the overhang that fits. */
function eave({ pitch, overhang, plateLevel, thickness }: Roof, made: number): Picture {
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
          { x: start, y: under(start) },
          { x: far, y: under(far) },
          { x: far, y: under(far) + deep },
          { x: start, y: under(start) + deep }
        ],
        ...{ closed: true, fill: 'slate', pen: 'cut' }
      },
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
