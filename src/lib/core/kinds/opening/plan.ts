/** Openings in the plan: door swings, window lines, what is overhead dashed. */
import { fromFrame, type Frame } from '../../kernels/joints/frame';
import { sureness } from '../../display/certainty';
import { cutHeight, type Mark, type Pen } from '../../display/marks';
import { angleOf, subtract } from '../../geometry/point';
import { hangingOf, type OpeningPlace } from './place';

export function drawOpening(frame: Frame, place: OpeningPlace): Mark[] {
  const { opening } = place;
  const line = (t0: number, y0: number, t1: number, y1: number, pen: Pen): Mark => ({
    kind: 'stroke',
    subject: opening.id,
    group: 'openings',
    points: [fromFrame(frame, t0, y0), fromFrame(frame, t1, y1)],
    closed: false,
    pen: sureness(pen, opening),
    ink: 'slate'
  });
  const { t0, t1 } = place;
  const faces = (pen: Pen) => [frame.y0, frame.y1].map((y) => line(t0, y, t1, y, pen));
  if (place.z0 >= cutHeight || place.z1 <= cutHeight) return faces('overhead');
  if (opening.filling === 'none') return faces('overhead');
  if (opening.filling === 'window') {
    const middle = (frame.core[0] + frame.core[1]) / 2;
    return [...faces('face'), ...[-35, 0, 35].map((d) => line(t0, middle + d, t1, middle + d, 'fine'))];
  }
  return drawSwing(frame, place, line);
}

/** The leaf open at a right angle and the quarter it sweeps. */
function drawSwing(
  frame: Frame,
  place: OpeningPlace,
  line: (t0: number, y0: number, t1: number, y1: number, pen: Pen) => Mark
): Mark[] {
  const { opening, t0, t1 } = place;
  const { side: sign, hinge, latch } = hangingOf(frame, place);
  const y = sign > 0 ? frame.y1 : frame.y0;
  const radius = t1 - t0;
  const centre = fromFrame(frame, hinge, y);
  const [open, shut] = [
    angleOf(subtract(fromFrame(frame, hinge, y + sign), centre)),
    angleOf(subtract(fromFrame(frame, latch, y), centre))
  ];
  const turn = (from: number, to: number) => (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const [a0, a1] =
    turn(shut, open) < Math.PI ? [shut, shut + turn(shut, open)] : [open, open + turn(open, shut)];
  const thick = Math.sign(latch - hinge) * 44;
  const leaf = [
    fromFrame(frame, hinge, y),
    fromFrame(frame, hinge + thick, y),
    fromFrame(frame, hinge + thick, y + sign * radius),
    fromFrame(frame, hinge, y + sign * radius)
  ];
  return [
    line(t0, frame.y0, t1, frame.y0, 'thin'),
    line(t0, frame.y1, t1, frame.y1, 'thin'),
    {
      kind: 'region',
      subject: opening.id,
      group: 'openings',
      rings: [leaf],
      pen: 'fine',
      ink: 'slate',
      fill: 'chalk'
    },
    { kind: 'arc', subject: opening.id, group: 'openings', centre, radius, a0, a1, pen: 'thin', ink: 'shale' }
  ];
}
