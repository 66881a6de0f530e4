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
  'survey.no-ring': {
    message: (w) => `${w.t('thing')} is in no ring of survey runs that come back to where they began.`,
    hint: 'Let each run begin where the one before it ends, three at least, all round.'
  },
  'survey.recess-deep': {
    message: (w) =>
      `Piece ${w.t('piece')} is let in by ${w.l('depth')}, and the wall is ${w.l('thickness')} thick: at least ${w.l('least')} have to stay behind it.`,
    hint: 'Give the wall its thickness, or the recess less depth; where nothing is behind it, it is an opening or a gap.'
  },
  'survey.empty': {
    message: (w) => `${w.t('thing')} has no piece that a wall could be built from.`,
    hint: 'Enter its pieces first; gaps are no wall.'
  },
  'survey.triangle': {
    message: (w) =>
      `${w.t('longest')} of ${w.t('thing')} cannot be ${w.t('length')}: ${w.t('one')} and ${w.t('other')} together are ${w.l('most')}.`,
    hint: 'One of the three is wrong: measure again, or take one of them away.'
  },
  'survey.not-square': {
    message: (w) => `The corners of ${w.t('thing')} as they are pointed out do not go round by right angles.`,
    hint: 'Move its corners nearer to where they are; or give diagonals instead.'
  },
  'survey.corners': {
    message: (w) => `${w.t('thing')} has ${w.t('count')} corners, and ${w.t('given')} are given.`,
    hint: 'Give as many; or point the room out anew.'
  },
  'survey.pair': {
    message: (w) =>
      `There is no length ${w.t('pair')} in ${w.t('thing')}: it has ${w.t('count')} corners, A to ${w.t('last')}.`,
    hint: 'Give two corners of it that are not the same; the first is 1 in scripts.'
  },
  'survey.no-length': {
    message: (w) => `It is not said how long ${w.t('pair')} is.`,
    hint: 'Give a length.'
  },
  'survey.tie-same': {
    message: (w) => `${w.t('thing')} cannot be tied to itself.`,
    hint: 'Point at a side of another room.'
  },
  'survey.tie-storeys': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} are on different storeys.`,
    hint: 'Tie rooms of one storey.'
  },
  'survey.no-corner': {
    message: (w) =>
      `There is no corner ${w.t('given')} in ${w.t('thing')}: it has ${w.t('count')}, A to ${w.t('last')}.`,
    hint: 'Give one of its corners; the first is 1 in scripts.'
  },
  'survey.no-doorway': {
    message: (w) => `${w.t('thing')} is no doorway.`,
    hint: 'Name a doorway between two rooms.'
  },
  'survey.no-outside': {
    message: (w) => `${w.t('thing')} was not measured outside.`,
    hint: 'Name a length that was measured outside.'
  },
  'survey.doorway-long': {
    message: (w) =>
      `The ${w.t('pieces')} pieces along ${w.t('pair')} of ${w.t('thing')} are ${w.l('sum')} together, and that side is ${w.l('side')} long.`,
    hint: 'One of them is wrong, or the side: measure again, or take one of them away.'
  },
  'survey.outside-walls': {
    message: (w) => `Of ${w.l('length')} outside nothing is left between walls of ${w.l('both')} together.`,
    hint: 'Give the whole length outside, and how thick the wall at each end is.'
  },
  'survey.unknown': {
    message: (w) => `The shape of ${w.t('thing')} is not known yet.`,
    hint: 'Measure what Details ask for, or declare it square.'
  },
  'site-note.empty': {
    message: () => 'The note has neither words nor a photo.',
    hint: 'Type what it is to say, or add a photo first.'
  },
  'survey.built': {
    message: (w) => `The walls of ${w.t('thing')} are built already.`,
    hint: 'Delete them first to build it again.'
  },
  'tracing-sheet.points': {
    message: (w) => `The two points are ${w.l('gap')} apart on the sheet.`,
    hint: 'Point at two places further apart.'
  },
  'tracing-sheet.locked': {
    message: (w) => `${w.t('thing')} is locked.`,
    hint: 'Unlock the tracing sheet first.'
  },
  'tracing-sheet.unscaled': {
    message: (w) => `${w.t('thing')} has no known length that a second one could be across.`,
    hint: 'True it up by one known length first.'
  },
  'tracing-sheet.alike': {
    message: () => `The two known lengths run too much alike on the sheet to tell how it is stretched.`,
    hint: 'Point at a length across the first one, each along an edge of the sheet; or only check it.'
  },
  'tracing-sheet.stretch': {
    message: (w) =>
      `Both lengths together would stretch ${w.t('thing')} by ${w.t('share')}: paper is never off by so much.`,
    hint: 'One of the two lengths, or a point of it, is wrong: look at both again, or only check the second.'
  },
  'tracing-sheet.lengths': {
    message: (w) => `${w.t('thing')} is held against ${w.t('count')} known lengths already.`,
    hint: 'Leave some of them out in its details first.'
  },
  'tracing-sheet.corners': {
    message: () => `The four places are no corners of a rectangle as a photo shows one.`,
    hint: 'Point at its corners in order, counter-clockwise from the lower left one, no three of them in a line.'
  },
  'tracing-sheet.crop': {
    message: (w) =>
      `Nothing of ${w.t('thing')} would be left to see: ${w.t('one')} and ${w.t('other')} of its ${w.t('what')} are cut away.`,
    hint: 'Cut away less than all of it from both sides together.'
  },
  'tracing-sheet.no-photo': {
    message: (w) => `${w.t('thing')} is a drawing of lines, which no lens has bent.`,
    hint: 'True it up by a known length; stretch it by a second one across, if it was copied.'
  },
  'tracing-sheet.no-rectangle': {
    message: (w) => `${w.t('thing')} was not put right by a rectangle, so it has no sides of one to change.`,
    hint: 'Put it right by a rectangle on it first: True up, in Measure.'
  },
  'sheet.other': {
    message: (w) =>
      `"${w.t('name')}" is not what its name says: it holds ${w.t('holds')}, not ${w.t('called')}.`,
    hint: 'Give it the ending of what it holds, if that is what you want, and lay it again.'
  },
  'sheet.form': {
    message: (w) => `"${w.t('name')}" holds ${w.t('holds')}, which cannot be laid under a plan.`,
    hint: 'Save it as PNG, JPEG, WebP, SVG, PDF or DXF first.'
  },
  'sheet.large': {
    message: (w) => `"${w.t('name')}" has ${w.t('size')}; a tracing sheet may have ${w.t('most')}.`,
    hint: 'Save a part of it, or a smaller picture.'
  },
  'sheet.together': {
    message: (w) =>
      `With "${w.t('name')}" the tracing sheets and photos of this house would be too large for one file.`,
    hint: 'Delete those that are not needed any more, or take a smaller picture.'
  },
  'ifc.broken': {
    message: (w) => `"${w.t('name')}" says it is an IFC model, and cannot be read as one.`,
    hint: 'Save it anew from where it was made, as IFC4 or IFC2x3.'
  },
  'ifc.storeys': {
    message: (w) => `"${w.t('name')}" is an IFC model without storeys.`,
    hint: 'Save it with its storeys, and what stands on each.'
  },
  'ifc.empty': {
    message: (w) =>
      `On storey “${w.t('storey')}” of "${w.t('name')}" nothing stands at the height of a plan.`,
    hint: 'Choose another storey.'
  },
  'pdf.locked': {
    message: (w) => `"${w.t('name')}" is locked by a password.`,
    hint: 'Save it without its password where it can be opened, then lay that.'
  },
  'pdf.broken': {
    message: (w) => `"${w.t('name')}" is no PDF that can be read: it is damaged, or not whole.`,
    hint: 'Fetch or save it anew.'
  },
  'dxf.binary': {
    message: (w) => `"${w.t('name')}" is a binary DXF drawing.`,
    hint: 'Save it as text (ASCII) DXF.'
  },
  'dxf.broken': {
    message: (w) =>
      `"${w.t('name')}" is no DXF drawing that can be read: its pairs of codes and values do not begin with a section.`,
    hint: 'Save it anew as text (ASCII) DXF, of any release from 12 on.'
  },
  'dxf.cut': {
    message: (w) => `"${w.t('name')}" breaks off before its end, and no line stands before that.`,
    hint: 'Fetch or save it anew.'
  },
  'dxf.empty': {
    message: (w) => `"${w.t('name')}" has no lines in its model space.`,
    hint: 'What is only on its sheets of paper is not read: save what is drawn in the model.'
  },
  'dxf.much': {
    message: (w) => `"${w.t('name')}" draws more than ${w.t('most')} lines.`,
    hint: 'Leave out layers that show no walls, hatches above all, and save it anew.'
  },
  'svg.broken': {
    message: (w) => `"${w.t('name')}" is no SVG drawing that can be read.`,
    hint: 'Save it anew as plain SVG.'
  },
  'svg.empty': {
    message: (w) => `"${w.t('name')}" draws no lines: pictures and words alone cannot be traced by lines.`,
    hint: 'Save it as a PNG picture, or with its words as outlines.'
  },
  'svg.much': {
    message: (w) => `"${w.t('name')}" draws more than a million lines.`,
    hint: 'Leave out groups that show no walls, hatches above all, and save it anew.'
  },
  'photo.unreadable': {
    message: (w) => `"${w.t('name')}" is not a photo that can be read.`,
    hint: 'Choose a JPEG, PNG or WebP picture.'
  },
  'photo.large': {
    message: (w) => `"${w.t('name')}" has ${w.t('size')}; a photo may have ${w.t('most')}.`,
    hint: 'Save it smaller.'
  },
  'file.empty': {
    message: (w) => `"${w.t('name')}" is empty.`,
    hint: 'Fetch or save it anew.'
  },
  'picture.unreadable': {
    message: (w) => `"${w.t('name')}" is not a picture that can be read.`,
    hint: 'Choose a PNG, JPEG or WebP picture, a PDF, an SVG or DXF drawing, or an IFC model.'
  }
} satisfies Record<string, Entry>;
