/** Faces, middles and jambs to point at or to choose by name: what sizes are measured between. */
import { borderOf } from '../core/kinds/dimension/sizes';
import { along, distance, locate, type Point } from '../core/geometry/point';
import { nameElement } from '../core/document/names';
import type { SizeEnd } from '../core/kinds/dimension/record';
import type { Editor } from './editor';
import type { Choice } from './sentence';

export const keyOfEnd = (end: SizeEnd | undefined) =>
  !end ? '' : 'wall' in end ? `wall ${end.wall} ${end.side}` : `opening ${end.opening} ${end.jamb}`;

export function readEndKey(key: string): SizeEnd | undefined {
  const [kind, id, which] = key.split(' ');
  if (!id) return undefined;
  return kind === 'wall'
    ? { wall: id, side: which as 'left' | 'right' | 'centre' }
    : { opening: id, jamb: which as 'low' | 'high' | 'centre' };
}

/** The end in words: "inner face of Wall 2". */
export function nameOfEnd(editor: Editor, end: SizeEnd): string {
  const { project } = editor;
  if ('opening' in end) {
    const word = { low: 'first jamb', high: 'second jamb', centre: 'middle' }[end.jamb];
    return `${word} of ${nameElement(project, end.opening)}`;
  }
  const outside = project.tables.wall.get(end.wall)?.outside;
  const word = end.side === 'centre' ? 'middle' : end.side === outside ? 'outer face' : 'inner face';
  return `${word} of ${nameElement(project, end.wall)}`;
}

/** All of the storey in hand; `faces` only, where nothing else will do. */
export function endChoices(editor: Editor, which: 'all' | 'faces' = 'all'): Choice[] {
  const model = editor.model.storey(editor.project, editor.storey);
  const sides = which === 'faces' ? (['left', 'right'] as const) : (['left', 'right', 'centre'] as const);
  const walls = [...(model?.frames.keys() ?? [])].flatMap((wall) =>
    sides.map((side): SizeEnd => ({ wall, side }))
  );
  const openings = [...(model?.places.values() ?? [])]
    .flat()
    .flatMap(({ opening }) =>
      (['low', 'high', 'centre'] as const).map((jamb): SizeEnd => ({ opening: opening.id, jamb }))
    );
  return [...walls, ...(which === 'faces' ? [] : openings)].map((end) => ({
    value: keyOfEnd(end),
    label: nameOfEnd(editor, end)
  }));
}

/** Pixels by which a middle must be nearer than a face or jamb to be meant. */
const handicap = 2;

/** The nearest face or middle of a wall, jamb or middle of an opening, within reach of a point. */
export function sizeEndAt(
  editor: Editor,
  p: Point,
  mmPerPixel: number,
  which: 'all' | 'faces' = 'all'
): SizeEnd | undefined {
  const model = editor.storeyModel;
  const reach = 12 * mmPerPixel;
  let best: { end: SizeEnd; gap: number } | undefined;
  const offer = (end: SizeEnd, gap: number) => {
    if (gap <= reach && (!best || gap < best.gap)) best = { end, gap };
  };
  const far = handicap * mmPerPixel;
  for (const [wall, frame] of model?.frames ?? []) {
    if (editor.isHidden(wall)) continue;
    const { t, y } = locate(p, frame.origin, frame.direction);
    const past = Math.max(0, -t, t - frame.length);
    offer({ wall, side: 'right' }, Math.hypot(past, y - frame.y0));
    offer({ wall, side: 'left' }, Math.hypot(past, y - frame.y1));
    if (which === 'faces') continue;
    offer({ wall, side: 'centre' }, Math.hypot(past, y - (frame.y0 + frame.y1) / 2) + far);
    const inside = y > frame.y0 && y < frame.y1;
    for (const { opening, t0, t1 } of inside ? (model!.places.get(wall) ?? []) : []) {
      const { id } = opening;
      offer({ opening: id, jamb: 'low' }, distance({ x: t, y: 0 }, { x: t0, y: 0 }));
      offer({ opening: id, jamb: 'high' }, distance({ x: t, y: 0 }, { x: t1, y: 0 }));
      offer({ opening: id, jamb: 'centre' }, Math.abs(t - (t0 + t1) / 2) + far);
    }
  }
  return best?.end;
}

/** The line of an end, a little past an opening's wall; none when it is not there. */
export function lineOfEnd(editor: Editor, end: SizeEnd | undefined): [Point, Point][] {
  const border = end && borderOf(editor.shown, end);
  if (!border) return [];
  const past = 'wall' in end ? 0 : 200;
  const { point, direction, length } = border;
  return [[along(point, direction, -past), along(point, direction, length + past)]];
}
