/** What is refused of slabs and stairs, by stable code. */
import type { Entry } from './problem-entry';

export const floorProblems = {
  'slab.hole': {
    message: (w) => `${w.t('thing')} does not lie wholly within the slab.`,
    hint: 'Keep all of its corners inside of the outline, and no corner of that inside of it.'
  },
  'slab.follows': {
    message: (w) => `The edges of ${w.t('thing')} follow walls.`,
    hint: 'Move the wall, or choose “drawn corners” for its outline in Details.'
  },
  'slab.no-room': {
    message: (w) => `Walls close round no room at ${w.l('x')}, ${w.l('y')}.`,
    hint: 'Point within a room whose walls meet all round, or draw the outline by corners.'
  },
  'slab.not-cut': {
    message: (w) => `The line does not go through ${w.t('thing')}.`,
    hint: 'Give two points whose line leaves a part of it on either side.'
  },
  'slab.cut-hole': {
    message: (w) => `The line goes through the hole of ${w.t('thing')} at ${w.l('x')}, ${w.l('y')}.`,
    hint: 'Cut beside the hole, or leave the hole out first.'
  },
  'slab.one': {
    message: (w) => `Only ${w.t('thing')} is named.`,
    hint: 'Name two slabs or more that touch.'
  },
  'slab.unlike': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} are not made alike, lie at unlike heights, or fall.`,
    hint: 'Make them of one thickness and material at one level first.'
  },
  'slab.apart': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} do not touch.`,
    hint: 'Pull an edge of one to the other first.'
  },
  'slab.edge-tilts': {
    message: (w) => `${w.t('thing')} is deeper along its edge, and its underside would tilt with its falls.`,
    hint: 'Keep its underside flat, or make its edge as thick as the rest.'
  },
  'slab.no-ply': {
    message: (w) => `${w.t('thing')} has no ply ${w.t('given')} that could vary: it has ${w.t('count')}.`,
    hint: 'Name one of its plies, from the top down; the first is 0 in scripts.'
  },
  'slab.thin': {
    message: (w) =>
      `${w.t('thing')}: of its ply of ${w.l('thickness')} ${w.l('left')} would be left at ${w.l('x')}, ${w.l('y')}, ${w.l('lack')} less than ${w.l('least')}. A ply of ${w.l('enough')} would do, or a fall of ${w.l('fall')} there.`,
    hint: 'Make the ply thicker, let it fall less, or let all of the slab tilt.'
  },
  'slab.off': {
    message: (w) => `${w.l('x')}, ${w.l('y')} lies neither on the outline of ${w.t('thing')} nor within it.`,
    hint: 'Give heights at its corners, along its edges, or within it for a gully.'
  },
  'ground.nothing': {
    message: () => 'Nothing of the ground is told.',
    hint: 'Give a place with a level, two places with two levels, or the corners of the plot.'
  },
  'ground.short': {
    message: (w) => `The line of levels would be ${w.l('length')} long; ${w.l('least')} is the least.`,
    hint: 'Give two places that lie apart.'
  },
  'ground.plot': {
    message: (w) => `The plot is drawn already: ${w.t('thing')}.`,
    hint: 'Change that one, or delete it first.'
  },
  'ground.twice': {
    message: (w) => `${w.t('thing')} gives the ground at ${w.l('x')}, ${w.l('y')} as ${w.l('z')} already.`,
    hint: 'Change that level, or give another place.'
  },
  'work.none': {
    message: (w) => `${w.t('thing')} is not built, and has no stage of work.`,
    hint: 'Choose walls, openings, columns, chimneys, slabs, stairs, footings or roofs.'
  },
  'alignment.storeys': {
    message: (w) => `${w.t('thing')} does not stand on a storey above that of ${w.t('other')}.`,
    hint: 'Keep a wall over one of a storey below it.'
  },
  'alignment.unlike': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} do not run alike, or look to unlike sides.`,
    hint: 'Choose a wall below that runs the same way and has its outside on the same side.'
  },
  'alignment.nothing': {
    message: (w) => `No wall that runs alike stands under ${w.t('thing')}.`,
    hint: 'Name the wall that it is to be kept over, or move it there first.'
  },
  'alignment.twice': {
    message: (w) => `${w.t('thing')} is kept over ${w.t('other')} already.`,
    hint: 'Change that alignment, or delete it first.'
  },
  'alignment.held': {
    message: (w) =>
      `${w.t('thing')} is kept over ${w.t('other')}: it would be ${w.l('off')} off the line it is kept on.`,
    hint: 'Move the wall below, change the offset of the alignment, or delete the alignment.'
  },
  'alignment.in-line': {
    message: (w) =>
      `${w.t('thing')} and ${w.t('other')} run in line above, and would be kept on lines ${w.l('off')} apart.`,
    hint: 'Keep both by the same offset, delete one of the alignments, or put a step between the walls.'
  },
  'footing.nothing': {
    message: (w) => `Nothing stands on ${w.t('thing')}.`,
    hint: 'Name the walls or columns that it is to bear.'
  },
  'footing.storey': {
    message: (w) => `${w.t('thing')} stands on another storey than the footing.`,
    hint: 'Name walls and columns of the storey of the footing, or lay one on theirs.'
  },
  'footing.step': {
    message: (w) =>
      `${w.t('thing')} would step down by ${w.l('step')}, more than it is thick (${w.l('thickness')}): its strips would not meet.`,
    hint: 'Let it step by its thickness at most, or make it thicker.'
  },
  'footing.wall-top': {
    message: (w) =>
      `The wall on ${w.t('thing')} would end at ${w.l('wallTop')} and not over its strip, whose top is at ${w.l('top')}.`,
    hint: 'End the wall higher, or lay the strip lower.'
  },
  'footing.no-wall': {
    message: (w) => `${w.t('thing')} has no foundation wall whose top could be measured from.`,
    hint: 'Give it one, or measure from the datum.'
  },
  'footing.held': {
    message: (w) => `${w.t('other')} is measured from the top of ${w.t('thing')}.`,
    hint: 'Measure it from the datum first.'
  },
  'slab.elsewhere': {
    message: (w) => `${w.t('thing')} is no floor of ${w.t('storey')}.`,
    hint: 'Measure it over a slab of its own storey, or over the datum.'
  },
  'stair.no-height': {
    message: (w) =>
      `${w.t('thing')} would climb nothing: it begins at ${w.l('foot')} and ends at ${w.l('head')} above project zero.`,
    hint: 'Let it begin on a lower storey than it ends on, or change its finish levels.'
  },
  'stair.no-storey': {
    message: (w) => `No storey lies over ${w.t('thing')} for a stair to come to.`,
    hint: 'Add a storey above first.'
  },
  'stair.no-place': {
    message: (w) => `It is not said where ${w.t('thing')} stands.`,
    hint: 'Give the middle of its first nosing as `foot`, or of its last as `head`.'
  },
  'stair.no-room': {
    message: (w) =>
      `${w.t('thing')} would be ${w.l('run')} long, and there is room for ${w.l('within')}; ${w.t('limit')} of ${w.t('value')} would fit, where the limit is ${w.t('bound')}.`,
    hint: 'Give it more room, a turn, or another limit in the details of the project.'
  },
  'stair.turn': {
    message: (w) =>
      `${w.t('thing')} has ${w.t('risers')} risers, so its landing cannot come after ${w.t('first')}; 1 to ${w.t('most')} can.`,
    hint: 'Let it turn earlier or later.'
  },
  'stair.odd-winders': {
    message: (w) =>
      `${w.t('thing')} cannot turn on ${w.t('given')} winders: a nosing has to meet the corner.`,
    hint: 'Give an even number of them.'
  },
  'stair.winders': {
    message: (w) =>
      `${w.t('thing')} has ${w.t('steps')} steps, and ${w.t('sum')} would be in front of its turn and in it.`,
    hint: 'Let it turn earlier, or on fewer winders.'
  },
  'stair.narrow': {
    message: (w) =>
      `With ${w.t('winders')} winders the narrowest of ${w.t('thing')} would be ${w.l('narrowest')} at the inner string; ${w.t('enough')} would do.`,
    hint: 'Turn on more winders, or make the going longer.'
  },
  'stair.thin-newel': {
    message: (w) =>
      `The newel would be ${w.l('thick')} thick, and the flights that end at it stand ${w.l('gap')} apart.`,
    hint: 'Make the newel as thick as that at least, or let the flights stand nearer.'
  },
  'stair.thick-newel': {
    message: (w) =>
      `Half of the newel would be ${w.l('half')} thick, more than the going of ${w.l('going')} before it.`,
    hint: 'Make the newel thinner; `post` is half of its side.'
  },
  'stair.stride': {
    message: (w) => `Two risers and a going cannot lie between ${w.l('least')} and ${w.l('most')}.`,
    hint: 'Give the lesser of the two first.'
  },
  'slab.edge': {
    message: (w) => `${w.t('thing')} has no edge ${w.t('given')}: it has ${w.t('count')}.`,
    hint: 'Edges are counted from the first corner on; the first is 0 in scripts.'
  },
  'slab.half-fall': {
    message: (w) => `${w.t('thing')} would fall, but which way, or how much, is not said.`,
    hint: 'Give a slope with a direction, or with the edge that it falls away from.'
  },
  'slab.short-line': {
    message: (w) => `A ridge or valley of ${w.t('thing')} would have no length.`,
    hint: 'Give two places for it that lie apart.'
  }
} satisfies Record<string, Entry>;
