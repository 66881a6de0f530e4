/** Refusals about what was measured. */
import type { Entry } from './problem-entry';

export const surveyProblems = {
  'survey.back': {
    message: (w) =>
      `Piece ${w.t('piece')} is read at ${w.l('reading')}, which is not beyond the ${w.l('before')} before it.`,
    hint: 'Where the tape runs on from one end each reading is more than the one before; or give each length by itself.'
  },
  'survey.head': {
    message: (w) => `Piece ${w.t('piece')} has its head at ${w.l('head')} and its sill at ${w.l('sill')}.`,
    hint: 'The head of an opening lies above its sill.'
  },
  'survey.piece': {
    message: (w) => `${w.t('thing')} has ${w.t('count')} pieces; the piece to change is ${w.t('given')}.`,
    hint: 'Say which piece it is in: the first is 1.'
  },
  'survey.open': {
    message: (w) => `${w.t('thing')} has no overall length that its pieces could be held against.`,
    hint: 'Give its overall length and its pieces first.'
  },
  'survey.empty': {
    message: (w) => `${w.t('thing')} has no piece that a wall could be built from.`,
    hint: 'Enter its pieces first; gaps are no wall.'
  },
  'survey.built': {
    message: (w) => `The walls of ${w.t('thing')} are built already.`,
    hint: 'Delete them first to build it again.'
  }
} satisfies Record<string, Entry>;
