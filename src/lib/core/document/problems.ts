/**
 * Every refusal of the product, by stable code; what the review finds is in findings.ts. A message names the thing and the number; the hint
 * says the remedy. `n` holds lengths in mm unless the name says otherwise; `t` holds names and words.
 */
import type { LengthUnits } from '../units/length';
import { floorProblems } from './floor-problems';
import type { surveyProblems } from './survey-problems';
import { told, type Entry, type Given, type Told } from './problem-entry';

export interface Problem extends Told {
  readonly code: ProblemCode;
}

const catalogue = {
  ...floorProblems,
  'args.invalid': {
    message: (w) => `${w.t('command')}: ${w.t('fault')}.`,
    hint: 'See docs/commands.md for what it takes.'
  },
  'command.unknown': {
    message: (w) => `There is no command "${w.t('name')}".`,
    hint: 'In the window, try again in a moment: it may still be read. On the command line, "commands" lists all.'
  },
  'record.missing': {
    message: (w) => `There is no ${w.t('kind')} "${w.t('id')}".`,
    hint: 'Check the id; it may have been deleted.'
  },
  'id.taken': {
    message: (w) => `The id "${w.t('id')}" is already used.`,
    hint: 'Leave the id out to have one made.'
  },
  'length.not-positive': {
    message: (w) =>
      `The ${w.t('what')} of ${w.t('thing')} must be more than zero; it was given as ${w.l('value')}.`,
    hint: 'Type a length greater than zero.'
  },
  'size.beyond': {
    message: (w) =>
      `Is a ${w.t('what')} of ${w.l('value')} right for ${w.t('thing')}? Nothing of a house is over ${w.l('most')}.`,
    hint: 'Type it with the unit that is meant, as 2700 mm or 9\'-0".'
  },
  'area.not-positive': {
    message: (w) => `A limit of ${w.t('area')} is not possible.`,
    hint: 'Type an area greater than zero, or leave it empty for no limit.'
  },
  'wall.too-short': {
    message: (w) => `${w.t('thing')} would be ${w.l('length')} long; the shortest wall is ${w.l('least')}.`,
    hint: 'Choose another point, or type a longer length.'
  },
  'wall.duplicate': {
    message: (w) => `${w.t('thing')} would lie on ${w.t('other')} for ${w.l('length')}.`,
    hint: 'Start where that wall ends, or delete it first.'
  },
  'rectangle.stands': {
    message: (w) => `All four sides of this rectangle stand already, ${w.t('other')} among them.`,
    hint: 'Choose another size or corner.'
  },
  'wall.acute': {
    message: (w) =>
      `${w.t('thing')} would meet ${w.t('other')} at ${w.a('angle')}; the least is ${w.a('least')}.`,
    hint: 'Choose an angle further from the other wall.'
  },
  'wall.reversed': {
    message: (w) =>
      `${w.t('thing')} would shrink from ${w.l('from')} to ${w.l('to')}; it must keep ${w.l('least')}.`,
    hint: 'Move less far, or delete the wall that is in the way.'
  },
  'wall.off-host': {
    message: (w) => `${w.t('thing')} would slide ${w.l('over')} past the end of ${w.t('other')}.`,
    hint: 'Move less far, or lengthen that wall first.'
  },
  'wall.height': {
    message: (w) => `${w.t('thing')} would be ${w.l('height')} high.`,
    hint: 'Its top must be above its base: type a greater height.'
  },
  'wall.thickness': {
    message: (w) =>
      `The build-up ${w.t('thing')} would be ${w.l('thickness')} thick; it must be between ${w.l('least')} and ${w.l('most')}.`,
    hint: 'Type a thickness between these.'
  },
  'wall.end-cut': {
    message: (w) =>
      `A free end cannot be cut ${w.a('angle')} out of square; it must be between ${w.a('least')} and ${w.a('most')}.`,
    hint: 'Type an angle between these; 0 is square.'
  },
  'entry.taken': {
    message: (w) => `There is "${w.t('name')}" in the catalogue already.`,
    hint: 'Give this one another name.'
  },
  'entry.form': {
    message: (w) => `A ${w.t('what')} cannot be made as "${w.t('form')}".`,
    hint: 'See docs/commands.md for the forms of door sets and of window units.'
  },
  'entry.filling': {
    message: (w) => `"${w.t('name')}" is for a ${w.t('what')}, and openings may be filled by it.`,
    hint: 'Make another entry like it.'
  },
  'entry.panes': {
    message: (w) =>
      `In a ${w.t('what')} of ${w.l('whole')}, frames of ${w.l('frame')}, stiles of ${w.l('stile')} and bars leave the panes of ${w.t('name')} ${w.l('pane')}; the least is ${w.l('least')}.`,
    hint: 'Take fewer lights or bars, narrower frames or stiles, or a larger size.'
  },
  'entry.foreign': {
    message: (w) => `Entry ${w.t('which')} is no door set or window unit: ${w.t('fault')}.`,
    hint: 'Nothing was brought. Choose a catalogue file or a project of Cliffstead.'
  },
  'entry.here': {
    message: (w) =>
      w.t('count') === '1'
        ? 'That entry is in the catalogue already.'
        : `All ${w.t('count')} entries are in the catalogue already.`,
    hint: 'Nothing was to be brought.'
  },
  'entry.unlike': {
    message: (w) => `"${w.t('name')}" is for a ${w.t('what')}, and this is a ${w.t('other')}.`,
    hint: 'Choose an entry of that kind, or change what fills the opening.'
  },
  'opening.no-wall': {
    message: (w) => `No wall stands where ${w.t('thing')} would come to lie.`,
    hint: 'Choose a vector or a line that brings it into a wall of its storey.'
  },
  'opening.no-corner': {
    message: (w) =>
      `${w.t('thing')} is to go round a corner, and no one wall meets ${w.t('wall')} there at an angle.`,
    hint: 'Set it out from the end of a wall where one other wall meets it, or choose a window unit that stays in its wall.'
  },
  'opening.off-corner': {
    message: (w) =>
      `${w.t('thing')} is to go round a corner, and its jamb is ${w.l('off')} off the face of ${w.t('wall')}.`,
    hint: 'Set it out 0 from that face to its near jamb, or choose a window unit that stays in its wall.'
  },
  'entry.bent': {
    message: (w) => `"${w.t('name')}" cannot both stand out as a bay and go round a corner.`,
    hint: 'Set the depth of the bay or the width round the corner to 0.'
  },
  'opening.mark': {
    message: (w) => `The mark ${w.t('mark')} is that of ${w.t('other')}.`,
    hint: 'Each mark is used once in a house: give this one another, or leave the field empty for the next free one.'
  },
  'opening.too-wide': {
    message: (w) => `${w.t('thing')} needs ${w.l('width')}; ${w.t('wall')} has only ${w.l('room')} for it.`,
    hint: 'Make the opening narrower or the wall longer.'
  },
  'opening.outside': {
    message: (w) => `${w.t('thing')} would reach ${w.l('over')} past the ${w.t('end')} of ${w.t('wall')}.`,
    hint: 'Set it out further from that end, or make it narrower.'
  },
  'opening.overlaps': {
    message: (w) => `${w.t('thing')} would overlap ${w.t('other')} by ${w.l('over')}.`,
    hint: 'Set it out further away, or make one of them narrower.'
  },
  'opening.crossed': {
    message: (w) => `${w.t('other')} stands ${w.l('over')} in ${w.t('thing')}.`,
    hint: 'Set the opening out clear of that wall, make it narrower, or move the wall.'
  },
  'opening.height': {
    message: (w) =>
      `${w.t('thing')}: its head at ${w.l('head')} is above the top of ${w.t('wall')} at ${w.l('top')}.`,
    hint: 'Lower the sill or the height of the opening.'
  },
  'opening.below': {
    message: (w) =>
      `${w.t('thing')}: its sill at ${w.l('sill')} is below the base of ${w.t('wall')} at ${w.l('base')}.`,
    hint: 'Raise the sill.'
  },
  'opening.squeezed': {
    message: (w) => `${w.t('thing')} in ${w.t('wall')} would be squeezed out by ${w.l('over')}.`,
    hint: 'Move less far, or move or narrow that opening first.'
  },
  'clip.foreign': {
    message: (w) => `What was pasted cannot be read: ${w.t('fault')}.`,
    hint: 'Copy walls, columns or chimneys in a house of Cliffstead, then paste here.'
  },
  'transform.rides': {
    message: (w) => `${w.t('thing')} goes with what it is in, not alone.`,
    hint: 'Take what it is in too, or put another where it is wanted.'
  },
  'transform.fixed': {
    message: (w) => `${w.t('thing')} cannot be copied, mirrored, turned or moved as a set.`,
    hint: 'Choose walls, columns or chimneys; what rides with them comes along.'
  },
  'transform.nowhere': {
    message: (w) => `A step of ${w.l('size')} leads nowhere; at least ${w.l('least')} is needed.`,
    hint: 'Type a greater distance.'
  },
  'split.opening': {
    message: (w) => `${w.t('thing')} lies where ${w.t('wall')} would be cut.`,
    hint: 'Split it beside the opening, or move the opening first.'
  },
  'split.no-joint': {
    message: (w) => `No wall joins ${w.t('thing')} along its way: it is one stretch already.`,
    hint: 'Split it at a distance instead.'
  },
  'stretch.none': {
    message: (w) =>
      `${w.t('thing')} is met by another wall ${w.l('at')} from its start: there is no stretch of it.`,
    hint: 'Point between the walls that meet it.'
  },
  'join.two': {
    message: (w) => `Two walls are joined into one; ${w.t('count')} were named.`,
    hint: 'Select the two walls.'
  },
  'join.unlike': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} differ in their ${w.t('what')}.`,
    hint: 'Make them alike first.'
  },
  'join.apart': {
    message: (w) =>
      `${w.t('thing')} and ${w.t('other')} are not in line end to end: ${w.l('gap')} lies between.`,
    hint: 'Bring them into line and end to end first.'
  },
  'reach.parallel': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} never meet: they are parallel, or nearly.`,
    hint: 'Carry it to a wall that crosses its line.'
  },
  'reach.past': {
    message: (w) => `${w.t('thing')} would meet the line of ${w.t('other')} ${w.l('over')} past its end.`,
    hint: 'Lengthen that wall first, or choose another.'
  },
  'size.end': {
    message: (w) => `An end of the size names ${w.t('what')}.`,
    hint: 'Name a wall and its side, or an opening and its jamb.'
  },
  'size.not-parallel': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} are not parallel: they are no one size apart.`,
    hint: 'Make them parallel first, or take two that are.'
  },
  'size.thickness': {
    message: (w) => `Both ends of the size are faces of ${w.t('thing')}: that is its thickness.`,
    hint: 'Change its build-up or its thickness instead.'
  },
  'size.chain': {
    message: (w) =>
      `${w.t('thing')} moves along with ${w.t('other')}: the size between them stays ${w.l('size')}.`,
    hint: 'Move the other side, or part the walls that are in line.'
  },
  'size.nothing': {
    message: (w) =>
      `Two ends of the dimension lie on one line at ${w.t('thing')}: there is no size between them.`,
    hint: 'Leave one of them out.'
  },
  'size.locked': {
    message: (w) =>
      `The size of ${w.l('size')} between ${w.t('thing')} and ${w.t('other')} is locked; it would become ${w.t('now')}.`,
    hint: 'Unlock that dimension first, or move its other side along.'
  },
  'angle.parallel': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} are parallel: there is no angle between them.`,
    hint: 'Point at two walls that run towards each other.'
  },
  'note.empty': { message: () => 'The note has no words.', hint: 'Write what it is to say.' },
  'guide.nothing': {
    message: () => 'Nothing was given that the guide could run through.',
    hint: 'Give two points, or a face and a distance, or two parallel faces and the number of parts.'
  },
  'guide.short': {
    message: (w) =>
      `The two points of the guide are ${w.l('size')} apart; at least ${w.l('least')} is needed.`,
    hint: 'Point at two places further apart.'
  },
  'grid.none': {
    message: () => 'There is no planning grid yet.',
    hint: 'Give its module first.'
  },
  'layer.kind': {
    message: (w) => `The layer ${w.t('thing')} holds all things of its kind.`,
    hint: 'Make a layer of its own for what is to be kept together.'
  },
  'layer.unknown': {
    message: (w) => `There is no layer of "${w.t('what')}"; there are ${w.t('known')}.`,
    hint: 'Take one of these, or make a named layer.'
  },
  'layer.locked': {
    message: (w) => `${w.t('thing')} would change, but the layer ${w.t('layer')} is locked.`,
    hint: 'Unlock that layer first.'
  },
  'preset.taken': {
    message: (w) => `There is already a preset "${w.t('name')}".`,
    hint: 'Choose another name, or change that one.'
  },
  'twins.taken': {
    message: (w) => `${w.t('thing')} has twins already.`,
    hint: 'Release it from them first.'
  },
  'twins.none': {
    message: (w) => `${w.t('thing')} has no twins.`,
    hint: 'Select something of a set that was copied as twins.'
  },
  'twins.leaves': {
    message: (w) => `${w.t('thing')} would leave its set for ${w.t('other')}, which is not in it.`,
    hint: 'Keep it in a wall of the set, or release the twins first.'
  },
  'twins.refused': {
    message: (w) => `Its twin cannot follow: ${w.t('why')}`,
    hint: 'Release the twins to change one by itself.'
  },
  'column.height': {
    message: (w) => `${w.t('thing')} would be ${w.l('height')} high.`,
    hint: 'Its top must be above its base: type a greater height.'
  },
  'chimney.no-flue': {
    message: (w) => `${w.t('thing')} has no flue.`,
    hint: 'Give it at least one flue; without any it would be a column.'
  },
  'chimney.low': {
    message: (w) =>
      `${w.t('thing')} would end at ${w.l('top')} above the datum, below ${w.t('what')} at ${w.l('least')}.`,
    hint: 'Make it higher, or the fire opening lower.'
  },
  'chimney.flue-outside': {
    message: (w) =>
      `${w.t('what')} of ${w.t('thing')} leaves ${w.l('left')} of masonry to its face; at least ${w.l('least')} must stay.`,
    hint: 'Make it smaller, move it inwards, or make the chimney larger.'
  },
  'chimney.flue-meets': {
    message: (w) =>
      `${w.t('what')} of ${w.t('thing')} leaves ${w.l('left')} of masonry to ${w.t('other')}; at least ${w.l('least')} must stay.`,
    hint: 'Move them apart, or make them smaller.'
  },
  'chimney.flue-off-fire': {
    message: (w) => `${w.t('what')} of ${w.t('thing')} reaches ${w.l('over')} past its fire opening.`,
    hint: 'A flue stands over its fire opening: move it, or make the opening larger.'
  },
  'storey.last': {
    message: (w) => `${w.t('thing')} is the only storey.`,
    hint: 'A project keeps at least one storey.'
  },
  'storey.exists': {
    message: (w) => `There is already ${w.t('other')} at the datum ${w.l('datum')}.`,
    hint: 'Change that storey, or choose another datum.'
  },
  'storey.squeezed': {
    message: (w) => `${w.t('thing')} would be ${w.l('height')} high from its datum to the next.`,
    hint: 'Keep each datum above the one below it.'
  },
  'storey.end': {
    message: (w) => `${w.t('thing')} is already at the ${w.t('end')}.`,
    hint: 'Move it the other way.'
  },
  'storey.other-wall': {
    message: (w) => `${w.t('thing')} does not stand on ${w.t('storey')}, which is copied.`,
    hint: 'Choose partitions of that storey; copy others by themselves.'
  },
  'storey.no-walls': {
    message: (w) => `${w.t('thing')} has no ${w.t('what')} walls.`,
    hint: 'Draw the walls first.'
  },
  'outline.none': {
    message: (w) => `The walls of ${w.t('thing')} enclose nothing.`,
    hint: 'Close the run of walls: the last wall must end where the first begins.'
  },
  'outline.crosses': {
    message: (w) => `The outline of ${w.t('thing')} crosses itself.`,
    hint: 'Give its corners in order round it.'
  },
  'roof.abutment': {
    message: (w) => `An edge that ends at a wall or in another roof has no overhang of ${w.l('overhang')}.`,
    hint: 'Make the edge an eave or a gable first, or leave its overhang out.'
  },
  'roof.pitch': {
    message: (w) =>
      `A pitch of ${w.a('pitch')} is not possible; it must be between ${w.a('least')} and ${w.a('most')}.`,
    hint: 'Type a pitch such as 30° or 7:12.'
  },
  'roof.edge': {
    message: (w) => `${w.t('wall')} carries no edge of ${w.t('thing')}.`,
    hint: 'Choose a wall of the outline under the roof.'
  },
  'roof.exists': {
    message: (w) => `${w.t('storey')} already has ${w.t('thing')} over all its outer walls.`,
    hint: 'Change that roof, or put this one over chosen walls or a drawn outline.'
  },
  'roof.storey': {
    message: (w) => `${w.t('wall')} does not stand on ${w.t('storey')}.`,
    hint: 'Choose walls of the storey that the roof is on.'
  },
  'roof.sides': {
    message: (w) => `The sides of ${w.t('thing')} enclose nothing, or cross each other.`,
    hint: 'Choose walls that go round a space with their outer faces outwards, or draw the outline.'
  },
  'roof.no-foot': {
    message: (w) => `${w.t('thing')} has no eave below one of ${w.t('other')} that it could continue.`,
    hint: 'Its eave must run alike and lie farther out; draw it beside that roof first.'
  },
  'roof.foot-below': {
    message: (w) =>
      `${w.t('thing')} starts too high at a plate of ${w.l('plate')} to come up to the foot of ${w.t('other')}.`,
    hint: 'Set its plate lower, or fit it by its plate.'
  },
  'roof.eave-low': {
    message: (w) =>
      `An edge of ${w.t('thing')} has its plate at ${w.l('plate')}, under the eaves at ${w.l('height')}: no overhang brings it there.`,
    hint: 'Raise that plate, or level the eaves to a lower one.'
  },
  'roof.no-pair': {
    message: (w) =>
      `Two roofs side by side need an outline of four sides of which two run alike; this one has ${w.t('corners')} corners.`,
    hint: 'Choose the walls of one wing, draw its four corners, or take another form.'
  },
  'roof.none-such': {
    message: (w) => `No edge of ${w.t('thing')} is ${w.t('kind')}.`,
    hint: 'Name one edge by its wall or side, or another kind.'
  },
  'roof.no-cheeks': {
    message: (w) => `${w.t('thing')} has no cheeks: it is not let into another roof as a dormer is.`,
    hint: 'Leave them out, or let in a dormer.'
  },
  'roof.cut-low': {
    message: (w) =>
      `${w.t('thing')} cannot be cut off at ${w.l('height')} over the datum: its eaves begin at ${w.l('least')}.`,
    hint: 'Cut it off higher.'
  },
  'dormer.plane': {
    message: (w) => `${w.t('thing')} has no plane that rises from that edge.`,
    hint: 'Name a wall under one of its eaves, or the number of a side that is an eave.'
  },
  'dormer.steep': {
    message: (w) => `A shed dormer at ${w.a('pitch')} never comes back to a plane of ${w.a('host')}.`,
    hint: 'Give it a flatter pitch.'
  },
  'dormer.high': {
    message: (w) =>
      `The dormer would reach ${w.l('height')} over the datum, and its plane ends before that: it would go ${w.l('depth')} in.`,
    hint: 'Make its front lower or narrower, its pitch flatter, or set it less far back.'
  },
  'dormer.off': {
    message: (w) =>
      `A dormer ${w.l('width')} wide whose middle is ${w.l('middle')} along, ${w.l('setback')} in, does not lie within the plane.`,
    hint: 'Move it along the eave, or make it narrower.'
  },
  'dormer.taken': {
    message: (w) => `${w.t('other')} stands there already.`,
    hint: 'Move the dormer along the eave, or make it narrower.'
  },
  'dormer.narrow': {
    message: (w) =>
      `A dormer ${w.l('width')} wide has no room between its cheeks; it must be over ${w.l('least')}.`,
    hint: 'Make it wider, or its cheeks thinner.'
  },
  'wall.through-top': {
    message: (w) => `${w.t('thing')} is carried up to the roof, and so cannot stand up through it.`,
    hint: 'Give it a height, or the level of a storey, as well.'
  },
  'rooflight.plane': {
    message: (w) => `${w.t('thing')} has no slope over that edge.`,
    hint: 'Name a wall under one of its eaves, or the number of a side that is an eave.'
  },
  'rooflight.beside': {
    message: (w) =>
      `${w.t('thing')}, ${w.l('width')} by ${w.l('height')}, ${w.l('along')} along and ${w.l('up')} up, does not lie within the plane of ${w.t('roof')}, which goes up ${w.l('reach')} there.`,
    hint: 'Move it along or down the slope, or make it smaller.'
  },
  'rooflight.taken': {
    message: (w) => `${w.t('other')} is there already.`,
    hint: 'Move the rooflight along or up the slope, or make it smaller.'
  },
  'rooflight.small': {
    message: (w) =>
      `The ${w.t('what')} of ${w.t('thing')} is ${w.l('value')}; at least ${w.l('least')} is needed.`,
    hint: 'Make it larger.'
  },
  'roof.no-edge': {
    message: () => 'The roof has no such edge.',
    hint: 'Name a wall under it, or the number of a side from 0 up.'
  },
  'material.used': {
    message: (w) => `${w.t('thing')} is used by ${w.t('other')}.`,
    hint: 'Give what uses it another one first.'
  },
  'build-up.empty': {
    message: (w) => `The build-up "${w.t('thing')}" would have no ply.`,
    hint: 'Give it at least one ply.'
  },
  'joint.none': {
    message: (w) => `No joint of two walls or more is at ${w.l('x')}, ${w.l('y')}.`,
    hint: 'Choose a place where walls meet.'
  },
  'joint.not-there': {
    message: (w) => `${w.t('wall')} does not meet the others in ${w.t('thing')}.`,
    hint: 'Name a wall of that joint.'
  },
  'joint.ply': {
    message: (w) =>
      `${w.t('wall')} has no ply ${w.t('ply')}; it has ${w.t('count')}, counted from 0 outside.`,
    hint: 'Name a ply that the build-up has.'
  },
  'finding.none': {
    message: (w) => `There is no finding "${w.t('id')}" that was put off.`,
    hint: 'Look in the review tray for those that were.'
  },
  'finding.reason': {
    message: (w) => `The finding "${w.t('id')}" was given no reason to be put off.`,
    hint: 'Say in a few words why it may wait.'
  },
  'record.kept': {
    message: (w) => `${w.t('thing')} cannot be deleted.`,
    hint: 'It belongs to every project.'
  },
  'nothing.selected': { message: () => 'Nothing was given to act on.', hint: 'Select something first.' },
  'file.damaged': {
    message: (w) => `"${w.t('name')}" is damaged: ${w.t('fault')}.`,
    hint: 'Ask for the file again; the open project is untouched.'
  },
  'file.foreign': {
    message: (w) => `"${w.t('name')}" is not a Cliffstead file.`,
    hint: 'Choose a file that ends in .cliffstead.'
  },
  'catalogue.foreign': {
    message: (w) => `"${w.t('name')}" is not a catalogue of Cliffstead.`,
    hint: 'Choose a file that ends in .catalogue.json, or a project that ends in .cliffstead.'
  },
  'catalogue.empty': {
    message: (w) => `"${w.t('name')}" has no door set and no window unit.`,
    hint: 'Choose a file that has some.'
  },
  'file.too-large': {
    message: (w) => `"${w.t('name')}" unpacks to ${w.t('size')}; the most is ${w.t('most')}.`,
    hint: 'It was not opened; the open project is untouched.'
  },
  'file.newer': {
    message: (w) =>
      `"${w.t('name')}" was written by a newer Cliffstead (form ${w.t('version')}; this one reads up to ${w.t('own')}).`,
    hint: 'Update Cliffstead, then open it again.'
  },
  'file.record': {
    message: (w) => `"${w.t('name')}" holds a wrong value: ${w.t('fault')}.`,
    hint: 'It was not opened; the open project is untouched.'
  }
} satisfies Record<string, Entry>;

type LateProblems = typeof surveyProblems;

export type ProblemCode = keyof typeof catalogue | keyof LateProblems;

let known: Partial<Record<ProblemCode, Entry>> = catalogue;

/** Refusals of what is read once the plan can be worked in: they come with the commands that give them. */
export const learnProblems = (late: LateProblems) => {
  known = { ...known, ...late };
};

/** Build a problem. Throws for one that came with nothing that was read. */
export function problem(code: ProblemCode, units: LengthUnits, given: Given = {}): Problem {
  const entry = known[code];
  if (!entry) throw new Error(`${code} is not told yet`);
  return { code, ...told(code, entry, units, given) };
}
