/** First forms of a dormer, apart from the command that makes one. */
export const dormerForms = ['gable', 'hip', 'shed'] as const;
