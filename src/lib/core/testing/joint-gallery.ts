/** Named joints of every kind: golden pictures are made of them, and the laws hold for each. */
import { fromAngle, scale } from '../geometry/point';
import type { BuildUp } from '../kinds/build-up/record';
import type { Joint } from '../kinds/joint/record';
import type { Rec } from '../document/record';
import type { Wall } from '../kinds/wall/record';
import { degree } from '../units/angle';
import { at, boarded, buildUpOf, stoneCavity, wallOf } from './build';

export interface NamedJoint {
  readonly name: string;
  readonly records: readonly Rec[];
  readonly override?: Partial<Pick<Joint, 'cut' | 'through' | 'plies'>>;
  /** Has no closed form: its plies are shared out by the arrangement. */
  readonly arranged?: boolean;
}

const partition = buildUpOf('part', [15, 'finish'], [90, 'structure'], [15, 'finish']);
const bearing = buildUpOf('bear', [15, 'finish'], [140, 'structure'], [15, 'finish']);
const brick = buildUpOf('brick', [215, 'structure']);
const frame = buildUpOf('frame', [22, 'cladding'], [11, 'sheathing'], [140, 'structure'], [12.5, 'finish']);
const thin = buildUpOf('thin', [60, 'structure']);
const rendered = buildUpOf('rend', [20, 'finish'], [125, 'insulation'], [215, 'structure'], [15, 'finish']);

/** A wall from the joint outwards at an angle; odd ones run towards the joint, as drawn walls do. */
function ray(
  id: string,
  buildUp: BuildUp,
  angleDeg: number,
  more: Partial<Wall> & { towards?: boolean } = {}
): Wall {
  const { towards, ...rest } = more;
  const long = 500 + 1.5 * buildUp.plies.reduce((sum, ply) => sum + ply.thickness, 0);
  const far = scale(fromAngle(angleDeg * degree), long);
  const [a, b] = towards ? [far, at(0, 0)] : [at(0, 0), far];
  return wallOf(id, a, b, buildUp.id, { settingOut: 'outer', outside: 'right', ...rest });
}
const through = (id: string, buildUp: BuildUp, angleDeg: number, more: Partial<Wall> = {}): Wall => {
  const d = scale(fromAngle(angleDeg * degree), 700);
  return wallOf(id, at(-d.x, -d.y), at(d.x, d.y), buildUp.id, { settingOut: 'centre', ...more });
};
/** A corner as it is drawn: one wall comes, the next goes on. */
const corner = (p: BuildUp, q: BuildUp, turn: number, more: Partial<Wall> = {}): Rec[] => [
  p,
  ...(p === q ? [] : [q]),
  ray('one', p, 180, { towards: true, ...more }),
  ray('two', q, turn, more)
];
const centre = (id: string, buildUp: BuildUp, angle: number, more: Partial<Wall> = {}) =>
  ray(id, buildUp, angle, { settingOut: 'centre', ...more });

export const jointGallery: readonly NamedJoint[] = [
  { name: 'corner-equal-mitre', records: corner(stoneCavity, stoneCavity, 90) },
  {
    name: 'corner-equal-through',
    records: corner(stoneCavity, stoneCavity, 90),
    override: { cut: 'through', through: 'one' }
  },
  {
    name: 'corner-equal-square',
    records: corner(stoneCavity, stoneCavity, 90),
    override: { cut: 'square', through: 'two' }
  },
  { name: 'corner-reentrant', records: corner(stoneCavity, stoneCavity, -90) },
  { name: 'corner-unlike', records: corner(stoneCavity, boarded, 90) },
  {
    name: 'corner-unlike-through',
    records: corner(stoneCavity, boarded, 90),
    override: { cut: 'through', through: 'two' }
  },
  { name: 'corner-obtuse', records: corner(frame, frame, 45) },
  { name: 'corner-acute', records: corner(frame, frame, 135) },
  { name: 'corner-spike', records: corner(thin, thin, 160, { settingOut: 'centre' }) },
  {
    name: 'corner-one-ply-through',
    records: corner(frame, frame, 90),
    override: { plies: [{ wall: 'one', ply: 0, runs: true }] }
  },
  {
    name: 'corner-one-ply-stopped',
    records: corner(stoneCavity, stoneCavity, 90),
    override: { plies: [{ wall: 'two', ply: 3, runs: false }] }
  },
  {
    name: 'corner-low-wall',
    records: corner(brick, brick, 90, {}).map((r) =>
      r.id === 'two' ? ({ ...r, top: { kind: 'height', height: 900 } } as Wall) : r
    )
  },
  {
    name: 'tee-structure',
    records: [bearing, partition, through('host', bearing, 0), centre('branch', partition, 90)]
  },
  {
    name: 'tee-at-face',
    records: [bearing, partition, through('host', bearing, 0), centre('branch', partition, 90)],
    override: { cut: 'square' }
  },
  {
    name: 'tee-outer-wall',
    records: [
      stoneCavity,
      partition,
      through('host', stoneCavity, 0, { outside: 'right' }),
      centre('branch', partition, 90)
    ]
  },
  {
    name: 'tee-skew',
    records: [
      stoneCavity,
      partition,
      through('host', stoneCavity, 0, { outside: 'right' }),
      centre('branch', partition, 50)
    ]
  },
  {
    name: 'tee-finish-runs-through',
    records: [bearing, partition, through('host', bearing, 0), centre('branch', partition, 90)],
    override: {
      plies: [
        { wall: 'host', ply: 0, runs: true },
        { wall: 'host', ply: 2, runs: true }
      ]
    }
  },
  {
    name: 'tee-thicker-branch',
    records: [partition, rendered, through('host', partition, 0), centre('branch', rendered, 90)]
  },
  {
    name: 'crossing',
    records: [bearing, partition, through('heavy', bearing, 0), through('light', partition, 90)]
  },
  {
    name: 'crossing-other-through',
    records: [bearing, partition, through('heavy', bearing, 0), through('light', partition, 90)],
    override: { through: 'light', cut: 'through' }
  },
  {
    name: 'splice-unequal',
    records: [
      brick,
      frame,
      ray('one', brick, 180, { towards: true, settingOut: 'inner' }),
      ray('two', frame, 0, { settingOut: 'inner' })
    ]
  },
  {
    name: 'star-of-three',
    records: [partition, ...[20, 140, 265].map((angle, i) => centre(`arm${i}`, partition, angle))]
  },
  {
    name: 'star-of-three-through',
    records: [partition, ...[20, 140, 265].map((angle, i) => centre(`arm${i}`, partition, angle))],
    override: { cut: 'through', through: 'arm0' },
    arranged: true
  },
  {
    name: 'star-of-three-square',
    records: [frame, ...[0, 90, 200].map((angle, i) => centre(`arm${i}`, frame, angle))],
    override: { cut: 'square', through: 'arm0' },
    arranged: true
  },
  {
    name: 'star-of-five',
    records: [frame, ...[0, 70, 145, 215, 290].map((angle, i) => centre(`arm${i}`, frame, angle))]
  },
  { name: 'free-end-returned', records: [stoneCavity, ray('one', stoneCavity, 0, { returnEnds: true })] }
];
