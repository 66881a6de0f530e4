/** A slab as its section between the levels of its storey. */
import type { Slab } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';
import { rectangleOf, segment, type Picture } from '../../details/picture';

const drawn = 1100;

export const slabPictures = ({ project }: Editor, slab: Slab): Picture[] => [
  section(slab, project.tables.storey.get(slab.storey)?.name ?? '')
];

const section = ({ thickness, offset }: Slab, storey: string): Picture => ({
  label: 'Section of the slab: its top above or below the datum, and how thick it is',
  height: 130,
  shapes: [
    {
      points: rectangleOf(0, offset - thickness, drawn, offset),
      ...{ closed: true, fill: 'fog', pen: 'cut' }
    },
    { points: segment(-300, 0, drawn + 250, 0), ink: 'shale', pen: 'fine', line: 'dash-dot' }
  ],
  sizes: [
    {
      ...{ from: { x: drawn, y: offset - thickness }, to: { x: drawn, y: offset } },
      ...{ lane: 1, field: 'thickness' }
    }
  ],
  words: [
    {
      at: { x: -300, y: Math.min(0, offset - thickness) },
      text: `${storey}, its datum`,
      to: 'right',
      row: 1
    },
    { at: { x: drawn / 2, y: offset }, field: 'offset', to: 'middle', row: -1 }
  ]
});
