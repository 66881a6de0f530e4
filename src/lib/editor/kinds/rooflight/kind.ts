/** Rooflights: pointed at by their outline, dragged along and up their slope. */
import { dot, type Point } from '../../../core/geometry/point';
import { ringHolds } from '../../../core/geometry/ring';
import { lightPlaces, type LightPlace } from '../../../core/kinds/rooflight/place';
import type { Editor } from '../../editor';
import { unseen, type EditorKind } from '../kind';

/** Those of the storey in hand that are seen. */
function shownLights(editor: Editor): LightPlace[] {
  const { rooflight, roof } = editor.shown.tables;
  return [...rooflight.values()].flatMap(({ id, roof: on }) => {
    const isHere = roof.get(on)?.storey === editor.storey && !editor.isHidden(id);
    const place = isHere ? editor.model.at(editor.shown).get(lightPlaces, id) : undefined;
    return place?.fits ? [place] : [];
  });
}

/** So much farther along and up its slope a shift in plan takes one. */
function shifted(editor: Editor, id: string, by: Point, round: (value: number) => number) {
  const place = editor.model.at(editor.project).get(lightPlaces, id);
  if (!place) return undefined;
  const { light, slope, plane } = place;
  const along = round(light.along + dot(by, slope.way));
  const up = Math.max(0, round(light.up + dot(by, slope.inward) / Math.cos(plane.pitch)));
  return { name: 'setRooflight', args: { id, along, up } };
}

export const rooflight: EditorKind = {
  ...unseen,
  sentence: ['along', 'up', 'width', 'height'],
  steps: true,
  hits: [
    {
      // Over what stands under the roof, only where roofs are worked on.
      over: 6.5,
      at: (editor, p) =>
        editor.stage === 'roof'
          ? shownLights(editor).find(({ ring }) => ringHolds(ring, p))?.light.id
          : undefined
    },
    { over: 0.5, at: (editor, p) => shownLights(editor).find(({ ring }) => ringHolds(ring, p))?.light.id }
  ],
  outlines: (editor) => shownLights(editor).map(({ light, ring }) => [light.id, ring] as const),
  drag: ({ editor, id, by, round }) => shifted(editor, id, by, round),
  nudge: (editor, ids, by) => ids.flatMap((id) => shifted(editor, id, by, (value) => value) ?? []),
  tools: {}
};
