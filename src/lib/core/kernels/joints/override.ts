/** How one joint is cut where that differs from the usual. */
export const jointCuts = ['mitre', 'through', 'square'] as const;

export type JointCutKind = (typeof jointCuts)[number];

/**
 * `through`: the wall that runs through (of `square`: the one that runs past, the other stops at its face). `plies`: single
 * plies that run through their match (`runs`) or stop at it. What it says of walls that are not there is passed over.
 */
export interface JointOverride {
  readonly cut: JointCutKind;
  readonly through: string | null;
  readonly plies: readonly { readonly wall: string; readonly ply: number; readonly runs: boolean }[];
}
