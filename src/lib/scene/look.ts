/** How the model is looked at: words that are known before the model view itself is loaded. */
export type ViewName = 'north' | 'east' | 'south' | 'west' | 'top' | 'below' | 'oblique';

/** How the model is drawn: as its materials, shaded with or without edges, or by edges alone. */
export const lookModes = ['materials', 'edges', 'shaded', 'wireframe'] as const;
export type LookMode = (typeof lookModes)[number];
