/** Joints of the storey as places to measure from. */
import type { Point } from '../../core/geometry/point';
import type { Editor } from '../editor';
import type { Choice } from '../sentence';

/** Choices that a person can look through. */
const mostChoices = 40;

const jointsOf = (editor: Editor) =>
  (editor.model.storey(editor.project, editor.storey)?.footprints.nodes ?? []).filter(
    ({ members }) => members.length > 1
  );

export const cornerChoices = (editor: Editor): Choice[] => [
  { value: 'zero', label: 'project zero' },
  ...jointsOf(editor)
    .slice(0, mostChoices)
    .map(({ key, point }) => ({
      value: key,
      label: `joint at ${Math.round(point.x)}, ${Math.round(point.y)}`
    }))
];

export const pointOfCorner = (editor: Editor, choice: string): Point =>
  jointsOf(editor).find(({ key }) => key === choice)?.point ?? { x: 0, y: 0 };
