/** Every tolerance of the product, in millimetres or radians, with its reason. There are no others. */
export const tolerances = {
  /** Stored coordinates are rounded to this by commands; a 1 m line then carries 1e-6 rad of noise. */
  storedGrid: 0.001,
  /** Internal noding. At 0.001 thin plies miss the 1e-6 volume law; here the worst is 2e-7. */
  nodeGrid: 1e-5,
  /** Coarser grids tried in turn where noding does not settle. */
  nodeGridFallbacks: [1e-4, 1e-3],
  /** Two points that are one to a user. */
  coincident: 0.01,
  /** Wall ends and bodies nearer than this meet; a cluster's diameter is at most this. */
  joint: 1,
  /** Not joined, but nearly: a finding with the gap, up to this. */
  nearMiss: 60,
  /** Directions closer than this are one direction. */
  sameDirection: 2e-5,
  /** Two walls within this of a straight line are in line: spliced, not mitred. */
  inLine: (0.5 * Math.PI) / 180,
  /** Up to this off straight, a mitre point farther off than the thickness becomes a splice. */
  nearlyStraight: (30 * Math.PI) / 180,
  /** Walls meeting at a smaller angle than this are refused. */
  leastAngle: (5 * Math.PI) / 180,
  /** Faces narrower than this (2 area / perimeter) merge into a neighbour. */
  leastWidth: 0.5,
  /** Wavefront events nearer than this in height are one event. */
  wavefront: 1e-4,
  /** Two heights at one plan vertex that are one. */
  height: 0.002,
  /** A mitre longer than this many times the greater thickness is cut square. */
  spike: 2,
  /** A recomputed footprint nearer than this to the last one is the last one, so that nothing downstream reruns. */
  sameResult: 1e-7,
  /** The shortest wall, and the least clear length between two joints. */
  leastLength: 10,
  /** A share of a whole that is rounding: so much over a whole number of steps is that number. */
  share: 1e-9,
  /** 1 - cos of a turn that is none: 4e-5 rad, which rounding to the stored grid leaves on a metre. */
  sameTurn: 1e-9,
  /** 1 - cos of a side that faces a way: 1.4e-3 rad, so that a facade drawn a fifth of a degree askew has its string. */
  sameSide: 1e-6,
  /** The sine under which two lines, or a plane and the level, have no crossing: 1 m of offset would lie 1000 km away. */
  parallel: 1e-9,
  /** The sine under which a face is along a wall or a plane lies level: a hundredth of what rounding leaves on a metre. */
  square: 1e-6,
  /** A point is on a line, computed from the same points by another way: well over rounding at 100 m, well under a ply. */
  sameLine: 1e-6,
  /** Corners of one ring that follow each other closer than this are one: they came by two sums of the same numbers. */
  sameVertex: 1e-9,
  /** Two sums of the same numbers in another order, up to 10 m: some units in the last place of a double. */
  sameSum: 1e-11,
  /** mm2: pieces of an arrangement smaller than this are left over from noding. */
  scrap: 1e-3,
  /** How much higher than the last a wavefront's next event lies at least; less is the same event told again. */
  wavefrontRise: 1e-9,
  /** mm a mm of height: an edge of the wavefront that grows or closes slower than this stays as long as it is. */
  wavefrontRate: 1e-12,
  /** A turn by this or less is a turn back along the edge that one came by, and so the last choice, not the first. */
  noAngle: 1e-12
} as const;

/** Round a coordinate to the stored grid; never gives negative zero. */
export function toStored(value: number): number {
  return Math.round(value / tolerances.storedGrid) / Math.round(1 / tolerances.storedGrid) || 0;
}
