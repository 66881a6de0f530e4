/** A wall as its section, and its length with what is in it. */
import { compassOf } from '../../../core/geometry/compass';
import { scale } from '../../../core/geometry/point';
import { formatLength, formatLengthWithUnit } from '../../../core/units/length';
import { frameOf, outsideStrips, type WallFrame } from '../../../core/kinds/wall/frame';
import { storeyAbove, type Storey } from '../../../core/kinds/storey/record';
import type { Wall } from '../../../core/kinds/wall/record';
import type { Editor } from '../../editor';
import { rectangleOf, segment, type Picture, type PictureShape } from '../../details/picture';

/** Room for words beside a wall, mm: the drawing is fitted to that. */
const beside = 900;

export function wallPictures(editor: Editor, wall: Wall): Picture[] {
  const frame = frameOf(editor.project, wall);
  const storey = editor.project.tables.storey.get(wall.storey);
  return frame && storey ? [section(editor, frame, storey), lengthOf(editor, frame, storey)] : [];
}

/** With the outside to the left, so that every wall reads alike. */
function section(editor: Editor, frame: WallFrame, storey: Storey): Picture {
  const { project, settings } = editor;
  const { wall, base, foot, buildUp } = frame;
  const outLeft = wall.outside === 'left';
  const across = (y: number) => (outLeft ? -y : y);
  const isCarried = !Number.isFinite(frame.top);
  const top = isCarried ? Math.max(storey.height, base + 300) : frame.top;
  const faces = [across(frame.y0), across(frame.y1)];
  const [outer, inner] = [Math.min(...faces), Math.max(...faces)];
  const outside = new Set(outsideStrips(frame));
  const plies = frame.strips.map(({ ply, y0, y1, duty }, i): PictureShape => {
    const fill = project.tables.material.get(buildUp.plies[ply]!.material)?.colour ?? 'fog';
    const pen = duty === 'structure' ? 'face' : 'fine';
    const from = outside.has(i) ? foot : base;
    return { points: rectangleOf(across(y0), from, across(y1), top), closed: true, fill, pen };
  });
  const level = (z: number): PictureShape => ({
    points: segment(outer - beside, z, inner + beside, z),
    ...{ ink: 'shale', pen: 'fine', line: 'dash-dot' }
  });
  const ground = settings.ground - storey.datum;
  const earth: PictureShape = {
    points: rectangleOf(outer - beside, ground - 60, outer, ground),
    ...{ closed: true, fill: 'lichen', ink: 'lichen', pen: 'fine' }
  };
  const isBounded = wall.role === 'exterior';
  const under = storey.height - top;
  const above = storeyAbove(project, storey.id);
  return {
    label: `Section of the wall, its outside to the left: ${buildUp.name}`,
    height: 240,
    shapes: [
      ...plies,
      { points: rectangleOf(outer, base, inner, top), closed: true, pen: 'cut' },
      ...[0, storey.height].map(level),
      ...(ground > -1500 && ground <= base + 100 ? [earth] : []),
      { points: segment(0, base - 120, 0, top + 120), ink: 'heather', pen: 'face', line: 'dashes' }
    ],
    sizes: [
      {
        ...{ from: { x: inner, y: base }, to: { x: inner, y: top }, lane: 1 },
        ...(!isCarried && { field: wall.top.kind === 'height' ? 'height' : 'topOffset' })
      },
      ...(!isCarried && under > 20
        ? [
            {
              ...{ from: { x: inner, y: top }, to: { x: inner, y: storey.height }, lane: 1 },
              text: formatLength(under, settings.units)
            }
          ]
        : []),
      { from: { x: outer, y: base }, to: { x: inner, y: base }, lane: 1, field: 'thickness' }
    ],
    words: [
      {
        ...{ at: { x: outer - beside, y: storey.height }, to: 'right', row: -1 },
        text: above?.name ?? `top of ${storey.name}`
      },
      { at: { x: outer - beside, y: 0 }, text: storey.name, to: 'right', row: -1 },
      { at: { x: outer, y: base + (top - base) * 0.62 }, text: 'outside', to: 'left' },
      {
        ...{ at: { x: outer, y: base + (top - base) * 0.62 }, to: 'left', row: 1 },
        text: isBounded ? compassOf(scale(frame.left, outLeft ? 1 : -1)) : ''
      },
      ...(isCarried
        ? [{ at: { x: inner, y: top }, text: 'up to the roof', to: 'right', row: 1 } as const]
        : []),
      { at: { x: inner, y: base }, field: 'base', to: 'right', row: 1, ink: 'kelp' }
    ]
  };
}

/** From its start to its end, with its openings; the end that is held is marked. */
function lengthOf(editor: Editor, { wall, length, base, top }: WallFrame, storey: Storey): Picture {
  const high = Number.isFinite(top) ? top : storey.height;
  const places = editor.model.storey(editor.project, wall.storey)?.places.get(wall.id) ?? [];
  const held = editor.holds === 'a' ? 0 : length;
  return {
    label: `The wall along its length, ${formatLengthWithUnit(length, editor.settings.units)}`,
    height: 84,
    shapes: [
      { points: rectangleOf(0, base, length, high), closed: true, fill: 'fog', pen: 'face' },
      ...places.map(({ t0, t1, z0, z1 }): PictureShape => ({
        points: rectangleOf(t0, z0, t1, Math.min(z1, high)),
        ...{ closed: true, fill: 'paper', pen: 'fine' }
      })),
      { points: segment(held, base - 150, held, high + 150), ink: 'kelp', pen: 'cut' }
    ],
    sizes: [{ from: { x: 0, y: base }, to: { x: length, y: base }, lane: 1, field: 'length' }],
    words: []
  };
}
