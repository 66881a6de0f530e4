/** A slab as its section between the levels of its storey. */
import type { Slab } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';
import { rectangleOf, segment, type Picture, type PictureSize } from '../../details/picture';
import type { Point } from '../../../core/geometry/point';

const drawn = 1100;

export const slabPictures = ({ project }: Editor, slab: Slab): Picture[] => [
  section(slab, project.tables.storey.get(slab.storey)?.name ?? '')
];

function section({ thickness, offset, edge }: Slab, storey: string): Picture {
  const wide = drawn + (edge ? edge.width + edge.depth : 0);
  const under = offset - thickness;
  return {
    label: 'Section of the slab: its top above or below the datum, and how thick it is',
    height: edge ? 170 : 130,
    shapes: [
      { points: outlineOf(wide, offset, under, edge), ...{ closed: true, fill: 'fog', pen: 'cut' } },
      { points: segment(-300, 0, wide + 250, 0), ink: 'shale', pen: 'fine', line: 'dash-dot' }
    ],
    sizes: [
      {
        ...{ from: { x: wide, y: under }, to: { x: wide, y: offset } },
        ...{ lane: 1, field: 'thickness' }
      },
      ...(edge ? edgeSizes(edge, under) : [])
    ],
    words: [
      {
        at: { x: edge ? edge.width + edge.depth + 60 : -300, y: Math.min(0, under) },
        text: `${storey}, its datum`,
        to: 'right',
        row: 1
      },
      { at: { x: wide / 2, y: offset }, field: 'offset', to: 'middle', row: -1 }
    ]
  };
}

/** Its border on the left, deeper where that is said. */
function outlineOf(wide: number, top: number, under: number, edge: Slab['edge']): Point[] {
  if (!edge) return rectangleOf(0, under, wide, top);
  const foot = under - edge.depth;
  return [
    { x: 0, y: foot },
    { x: edge.width, y: foot },
    { x: edge.width + edge.depth, y: under },
    { x: wide, y: under },
    { x: wide, y: top },
    { x: 0, y: top }
  ];
}

function edgeSizes({ width, depth }: NonNullable<Slab['edge']>, under: number): PictureSize[] {
  const foot = under - depth;
  return [
    { from: { x: 0, y: foot }, to: { x: 0, y: under }, lane: -1, field: 'edgeDepth' },
    { from: { x: 0, y: foot }, to: { x: width, y: foot }, lane: 1, field: 'edgeWidth' }
  ];
}
