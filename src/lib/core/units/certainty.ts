/** How a size is known; by tape, or as drawn, where nothing else is said. */
export const certainties = ['measured', 'meter', 'sheet', 'assumed', 'unknown'] as const;

export type Certainty = (typeof certainties)[number];

export const certaintyWords: Readonly<Record<Certainty, string>> = {
  measured: 'measured by tape',
  meter: 'measured by meter',
  sheet: 'read off the sheet',
  assumed: 'assumed',
  unknown: 'not known'
};

/** Assumed and unknown sizes are to be measured again. */
export const isSure = (certainty: Certainty): boolean => certainty !== 'assumed' && certainty !== 'unknown';
