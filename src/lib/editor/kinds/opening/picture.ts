/** An opening as its elevation in the wall, seen from inside, and its leaf in plan. */
import { entryOf } from '../../../core/kinds/catalogue-entry/filled';
import { clearOfWall, holeOf } from '../../../core/kinds/opening/place';
import type { Opening } from '../../../core/kinds/opening/record';
import { formatLength } from '../../../core/units/length';
import type { Point } from '../../../core/geometry/point';
import type { Editor } from '../../editor';
import {
  rectangleOf,
  segment,
  type Picture,
  type PictureChoice,
  type PictureShape,
  type PictureSize
} from '../../details/picture';
import { cutFromAbove, elevationShapes } from '../catalogue-entry/picture';
import { wayOf } from './ways';

/** More of the wall than this beside the opening is cut off, mm. */
const farthest = 1600;

export function openingPictures(editor: Editor, opening: Opening): Picture[] {
  const { project, settings } = editor;
  const storey = project.tables.wall.get(opening.wall)?.storey ?? '';
  const model = editor.model.storey(project, storey);
  const place = model?.places.get(opening.wall)?.find((one) => one.opening.id === opening.id);
  const footprint = model?.footprints.walls.get(opening.wall);
  if (!model || !place || !footprint) return [];
  const { frame } = footprint;
  const clear = clearOfWall(footprint);
  // Seen from inside: what lies along the wall to the left stands to the left.
  const flip = frame.wall.outside === 'right';
  const along = (t: number) => (flip ? -t : t);
  const [x0, x1] = [along(place.t0), along(place.t1)].sort((p, q) => p - q) as [number, number];
  const [c0, c1] = [along(clear[0]), along(clear[1])].sort((p, q) => p - q) as [number, number];
  const [w0, w1] = [Math.max(c0, x0 - farthest), Math.min(c1, x1 + farthest)];
  const { z0, z1 } = place;
  const high = Math.max(Number.isFinite(frame.top) ? frame.top : model.storey.height, z1 + 100);
  const low = Math.min(frame.base, z0);
  const nearLeft = (opening.end === 'a') !== flip;
  // What is left of the wall on either side; on the side that it is set out from, that is what was typed.
  const nib = (from: number, to: number, wide: number, isNear: boolean): PictureSize | undefined =>
    wide > 1
      ? {
          ...{ from: { x: from, y: low }, to: { x: to, y: low }, lane: 1 },
          ...(isNear && opening.to === 'near' && Math.abs(wide - opening.distance) < 1
            ? { field: 'distance' }
            : { text: formatLength(wide, settings.units) })
        }
      : undefined;
  const entry = entryOf(project, opening);
  const panes = entry ? elevationShapes(entry, holeOf(frame, place), flip) : [];
  return [
    {
      label: 'The opening in its wall, seen from inside',
      height: 180,
      left: 64,
      shapes: [
        { points: rectangleOf(w0, low, w1, high), closed: true, fill: 'fog' },
        { points: segment(w0, 0, w1, 0), pen: 'cut' },
        { points: rectangleOf(x0, z0, x1, z1), closed: true, fill: 'paper', pen: 'cut' },
        ...panes
      ],
      sizes: [
        nib(w0, x0, x0 - c0, nearLeft),
        { from: { x: x0, y: low }, to: { x: x1, y: low }, lane: 1, field: 'width' },
        nib(x1, w1, c1 - x1, !nearLeft),
        { from: { x: x1, y: z0 }, to: { x: x1, y: z1 }, lane: 1, field: 'height' }
      ].filter((one): one is PictureSize => one !== undefined),
      words: [
        { at: { x: w0, y: z1 }, text: 'head', to: 'left', row: -1.6 },
        { at: { x: w0, y: z1 }, field: 'head', to: 'left' },
        {
          at: { x: w0, y: z0 },
          text: opening.filling === 'window' ? 'sill' : 'threshold',
          to: 'left',
          row: -1.6
        },
        { at: { x: w0, y: z0 }, field: 'sill', to: 'left' }
      ]
    },
    ...(entry ? [cutFromAbove(editor, entry, holeOf(frame, place))] : []),
    ...(opening.filling === 'door' ? [leafPicture(editor, opening, place.t1 - place.t0, nearLeft)] : [])
  ];
}

/** The four ways in which a door can be hung: point at where the leaf is to stand. The room is below, the outside above. */
function leafPicture(editor: Editor, opening: Opening, width: number, nearLeft: boolean): Picture {
  const { handing } = opening;
  const deep = 150;
  const ways = (['near', 'far'] as const).flatMap((hinge) =>
    (['inside', 'outside'] as const).map((opens): PictureChoice => {
      const atLeft = (hinge === 'near') === nearLeft;
      const shape = leafShape(atLeft ? 0 : width, atLeft ? 1 : -1, opens === 'inside' ? -1 : 1, width, deep);
      return {
        label: `Hung on the ${hinge} jamb, opening ${wayOf(editor.project.tables.wall.get(opening.wall), opens)}`,
        ...{ shape, chosen: handing.hinge === hinge && handing.opens === opens },
        run: () =>
          void editor.perform({
            name: 'setOpening',
            args: { id: opening.id, handing: { ...handing, hinge, opens } }
          })
      };
    })
  );
  const wallAt = (from: number, to: number): PictureShape => ({
    points: rectangleOf(from, -deep / 2, to, deep / 2),
    ...{ closed: true, fill: 'slate', pen: 'fine' }
  });
  return {
    label: 'The door in plan, the room below: point at where its leaf is to stand',
    height: 120,
    shapes: [wallAt(-500, 0), wallAt(width, width + 500)],
    sizes: [],
    words: [
      { at: { x: width + 500, y: width / 2 }, text: 'outside', to: 'right' },
      { at: { x: width + 500, y: -width / 2 }, text: 'inside', to: 'right' }
    ],
    choices: ways
  };
}

/** A leaf at a right angle to the wall and the quarter that it sweeps. */
function leafShape(hinge: number, way: 1 | -1, side: 1 | -1, width: number, deep: number): Point[] {
  const y = (side * deep) / 2;
  const arc = Array.from({ length: 13 }, (_, i): Point => {
    const angle = (i / 12) * (Math.PI / 2);
    return { x: hinge + way * width * Math.sin(angle), y: y + side * width * Math.cos(angle) };
  });
  return [{ x: hinge, y }, ...arc];
}
