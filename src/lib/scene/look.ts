/** How the model is looked at: words that are known before the model view itself is loaded. */
export type ViewName = 'north' | 'east' | 'south' | 'west' | 'top' | 'below' | 'oblique';

export const surfaceLooks = ['none', 'plain', 'materials'] as const;
export type SurfaceLook = (typeof surfaceLooks)[number];

/** How the model is drawn. Without surfaces its edges are drawn in any case. */
export interface ModelLook {
  readonly surfaces: SurfaceLook;
  readonly edges: boolean;
}
