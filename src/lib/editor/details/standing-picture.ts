/** What stands by itself: its profile from above, and how high it stands. */
import { rectangleOf, segment, type Picture, type PictureShape } from './picture';

export interface StandingShape {
  /** From above; round where it has one size. */
  readonly width: number;
  readonly depth: number;
  readonly isRound: boolean;
  readonly base: number;
  readonly top: number;
  /** The field that says how high it is; none where that follows from something else. */
  readonly height: string | undefined;
  readonly fill: string;
  readonly storey: string;
}

export function standingPictures(thing: StandingShape): Picture[] {
  const { width, depth, isRound, base, top, fill, storey } = thing;
  const round: PictureShape = {
    points: Array.from({ length: 48 }, (_, i) => ({
      x: (width / 2) * (1 + Math.cos((i / 24) * Math.PI)),
      y: (width / 2) * (1 + Math.sin((i / 24) * Math.PI))
    })),
    ...{ closed: true, fill, pen: 'cut' }
  };
  return [
    {
      label: 'From above',
      height: 110,
      shapes: [isRound ? round : { points: rectangleOf(0, 0, width, depth), closed: true, fill, pen: 'cut' }],
      sizes: [
        {
          ...{ from: { x: 0, y: 0 }, to: { x: width, y: 0 }, lane: 1 },
          field: isRound ? 'diameter' : 'width'
        },
        ...(isRound
          ? []
          : [{ from: { x: width, y: 0 }, to: { x: width, y: depth }, lane: 1, field: 'depth' }])
      ],
      words: []
    },
    {
      label: 'As it stands, over the datum of its storey',
      height: 170,
      shapes: [
        { points: rectangleOf(0, base, width, top), closed: true, fill, pen: 'cut' },
        { points: segment(-width, 0, 2 * width, 0), ink: 'shale', pen: 'fine', line: 'dash-dot' }
      ],
      sizes: [
        {
          ...{ from: { x: width, y: base }, to: { x: width, y: top }, lane: 1 },
          ...(thing.height !== undefined && { field: thing.height })
        }
      ],
      words: [
        { at: { x: 0, y: 0 }, text: storey, to: 'left', row: -1 },
        { at: { x: width / 2, y: base }, field: 'base', to: 'middle', row: 1 }
      ]
    }
  ];
}
