/** Joints of the storey as places to measure from, where floors are worked on the corners of its slabs, and where one measures the ends of survey runs. */
import type { Point } from '../../core/geometry/point';
import { formatLength } from '../../core/units/length';
import type { Editor } from '../editor';
import { shownSlabs } from '../kinds/slab/shown';
import { runEnds, type PlaceToMeasureFrom } from '../kinds/survey-run/ends';
import type { Choice } from '../sentence';

/** Choices that a person can look through. */
const mostChoices = 40;

const cornersOf = (editor: Editor): PlaceToMeasureFrom[] => [
  ...runEnds(editor),
  ...shownSlabs(editor).flatMap(({ slab, name, rings }) =>
    (rings[0] ?? []).map((point, i) => ({
      key: `${i} ${slab.id}`,
      name: `corner ${i + 1} of ${name}`,
      point
    }))
  ),
  ...(editor.model.storey(editor.project, editor.storey)?.footprints.nodes ?? []).flatMap(
    ({ key, point, members }) => (members.length > 1 ? [{ key, name: 'joint', point }] : [])
  )
];

export const cornerChoices = (editor: Editor): Choice[] => {
  const { units } = editor.settings;
  return [
    { value: 'zero', label: 'project zero' },
    ...cornersOf(editor)
      .slice(0, mostChoices)
      .map(({ key, name, point }) => ({
        value: key,
        label: `${name} at ${formatLength(point.x, units)}, ${formatLength(point.y, units)}`
      }))
  ];
};

export const pointOfCorner = (editor: Editor, choice: string): Point =>
  cornersOf(editor).find(({ key }) => key === choice)?.point ?? { x: 0, y: 0 };
