/** A storey as the section through it: from datum to datum, with its floor. */
import type { Storey } from '../../../core/kinds/storey/record';
import type { Editor } from '../../editor';
import { rectangleOf, segment, type Picture } from '../../details/picture';

const drawn = 2600;

export const storeyPictures = (_: Editor, storey: Storey): Picture[] => [section(storey)];

const section = ({ name, height, floorDepth }: Storey): Picture => ({
  label: 'Section through the storey: from its datum to the next, and the depth of its floor',
  height: 190,
  shapes: [
    {
      points: rectangleOf(0, -floorDepth, drawn, 0),
      ...{ closed: floorDepth > 0, fill: 'fog', pen: 'face' }
    },
    { points: segment(-200, 0, drawn + 200, 0), pen: 'cut' },
    { points: segment(-200, height, drawn + 200, height), ink: 'shale', pen: 'face', line: 'dash-dot' }
  ],
  sizes: [
    { from: { x: drawn, y: 0 }, to: { x: drawn, y: height }, lane: 1, field: 'height' },
    ...(floorDepth > 0
      ? [{ from: { x: 0, y: -floorDepth }, to: { x: 0, y: 0 }, lane: -1, field: 'floorDepth' }]
      : [])
  ],
  words: [
    { at: { x: drawn / 2, y: height / 2 }, text: name, to: 'middle' },
    { at: { x: drawn / 2, y: 0 }, field: 'datum', to: 'middle', row: -1 }
  ]
});
