/** How sure a size is. */
export const certainties = ['measured', 'assumed', 'unknown'] as const;

/** How sure a size is; assumed and unknown ones are to be measured again. */
export type Certainty = (typeof certainties)[number];

export const isCertainty = (value: unknown): value is Certainty => certainties.includes(value as Certainty);
