/**
 * Every finding of the review, by stable code. Apart from what is refused, since the page reads that and only the worker
 * and the command line find fault.
 */
import type { LengthUnits } from '../units/length';
import { told, type Entry, type Given, type Told } from './problem-entry';
import { problem, type ProblemCode } from './problems';

const findings = {
  'run.open': {
    message: (w) =>
      `The run of outer walls stops at ${w.t('thing')}, ${w.l('gap')} from the nearest free end.`,
    hint: 'Draw the missing wall, or move the end onto the other.'
  },
  'opening.near-joint': {
    message: (w) => `${w.t('thing')} leaves a nib of ${w.l('gap')} at the joint; ${w.l('least')} is usual.`,
    hint: 'Set the opening out further from the corner.'
  },
  'opening.head': {
    message: (w) =>
      `The head of ${w.t('thing')} lies ${w.l('off')} ${w.t('way')} the ${w.l('head')} that ${w.t('others')} others have.`,
    hint: 'Bring it into line, or put this off where it is meant.'
  },
  'opening.swings': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} swing into each other over ${w.t('area')}.`,
    hint: 'Hang one of them on its other jamb, or let it open the other way.'
  },
  'opening.in-space': {
    message: (w) => `${w.t('thing')} swings into ${w.t('other')} over ${w.t('area')}.`,
    hint: 'Hang it otherwise, or move one of the two.'
  },
  'space.taken': {
    message: (w) => `${w.t('other')} stands in ${w.t('thing')}, over ${w.t('area')}.`,
    hint: 'Move one of the two, or keep less room clear.'
  },
  'opening.outwards': {
    message: (w) => `${w.t('thing')} opens out of the room with the way out ${w.t('other')}.`,
    hint: 'Let it open the other way, or set in the project that such doors may open outwards.'
  },
  'opening.stopped': {
    message: (w) => `${w.t('thing')} opens ${w.a('angle')} only: something stands in its way.`,
    hint: 'Hang it otherwise, or move it or what it meets; a right angle is usual.'
  },
  'opening.escape': {
    message: (w) =>
      `${w.t('thing')} is wanted as a way out; its ${w.t('what')} is ${w.l('value')}, and ${w.l('least')} is asked for.`,
    hint: 'Make it larger, choose another unit, or change the limit in the details of the project.'
  },
  'opening.escape-area': {
    message: (w) =>
      `${w.t('thing')} is wanted as a way out; it opens over ${w.t('area')}, and ${w.t('least')} are asked for.`,
    hint: 'Make it wider or higher, choose another unit, or change the limit in the details of the project.'
  },
  'opening.escape-shut': {
    message: (w) => `${w.t('thing')} is wanted as a way out, and no part of it opens.`,
    hint: 'Choose a unit with a light that opens.'
  },
  'opening.escape-sill': {
    message: (w) =>
      `${w.t('thing')} is wanted as a way out; its sill is ${w.l('sill')} up, and ${w.l('most')} is the most.`,
    hint: 'Lower its sill, or change the limit in the details of the project.'
  },
  'opening.glass-low': {
    message: (w) =>
      `The glass of ${w.t('thing')} begins ${w.l('low')} above its foot, less than ${w.l('least')}, and is no safety glass.`,
    hint: 'Make it safety glass, or give the leaf a solid foot.'
  },
  'opening.glass-lock': {
    message: (w) =>
      `The glass of ${w.t('thing')} is ${w.l('near')} from its lock, within reach (${w.l('least')}), and is no safety glass.`,
    hint: 'Make it safety glass, or keep it further from the lock.'
  },
  'opening.no-room': {
    message: (w) =>
      `The leaf of ${w.t('thing')} needs ${w.l('need')} beside it to slide into; ${w.t('wall')} has ${w.l('room')} there.`,
    hint: 'Let it slide the other way, move it, or choose a door that is hinged.'
  },
  'opening.bay': {
    message: (w) =>
      `The bay of ${w.t('thing')} stands in ${w.t('other')}: ${w.t('area')} of the plan are taken twice.`,
    hint: 'Move the window along its wall, or let its bay stand out less.'
  },
  'opening.threshold': {
    message: (w) =>
      `The threshold of ${w.t('thing')} lies ${w.l('off')} ${w.t('way')} the floor inside; the most is ${w.l('most')}.`,
    hint: 'Bring it to the floor, or change the limit in the details of the project.'
  },
  'opening.casing': {
    message: (w) =>
      `${w.t('thing')} leaves ${w.l('gap')} at the corner of ${w.t('wall')}, and its casing is ${w.l('wide')} wide.`,
    hint: 'Move it off the corner, or give it a narrower casing.'
  },
  'house.no-door': {
    message: () => 'The house has no door to the outside.',
    hint: 'Put a door in one of its outer walls.'
  },
  'opening.above-roof': {
    message: (w) =>
      `${w.t('thing')} reaches ${w.l('over')} above ${w.t('wall')}, which the roof ends at ${w.l('top')} there.`,
    hint: 'Lower its head, or move it to where the wall is higher.'
  },
  'opening.lost': {
    message: (w) => `${w.t('thing')} reaches ${w.l('over')} past the end of ${w.t('wall')}.`,
    hint: 'Move or narrow the opening, or lengthen the wall.'
  },
  'item.in-opening': {
    message: (w) => `${w.t('thing')} stands in ${w.t('other')}.`,
    hint: 'Move one of them along the wall.'
  },
  'item.overlap': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} stand in each other.`,
    hint: 'Move one of them.'
  },
  'walls.overlap': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} overlap over ${w.t('area')}.`,
    hint: 'Move one of them, or join them end to line.'
  },
  'wall.near-miss': {
    message: (w) => `${w.t('thing')} ends ${w.l('gap')} short of ${w.t('other')}.`,
    hint: 'Move its end onto the other wall.'
  },
  'wall.swallowed': {
    message: (w) => `${w.t('thing')} lies wholly inside the walls it joins.`,
    hint: 'Make it longer or delete it.'
  },
  'joint.unsolved': {
    message: (w) => `The joint at ${w.t('thing')} could not be cut cleanly.`,
    hint: 'Move one of its walls a little.'
  },
  'roof.no-plane': {
    message: (w) => `${w.t('thing')}: a part of ${w.t('area')} has no plane; it has a flat lid.`,
    hint: 'Turn one of its gables into an eave.'
  },
  'roof.unsolved': {
    message: (w) => `${w.t('thing')}: no planes could be found that close over an outline of ${w.t('area')}.`,
    hint: 'Move a wall under it a little, or change a gable; nothing wrong is drawn meanwhile.'
  },
  'roof.no-outline': {
    message: (w) => `${w.t('thing')} has no closed outline of walls to stand on.`,
    hint: 'Close the run of walls under it.'
  },
  'slab.no-outline': {
    message: (w) => `${w.t('thing')} has no closed outline of walls to follow.`,
    hint: 'Close the run of walls round it.'
  },
  'wall.tops': {
    message: (w) =>
      `The tops of ${w.t('thing')} and ${w.t('other')} are ${w.l('gap')} out of step at their joint.`,
    hint: 'Give them the same height, or one clearly lower.'
  },
  'wall.not-square': {
    message: (w) =>
      `${w.t('thing')} meets ${w.t('other')} at ${w.a('angle')}, ${w.l('gap')} off ${w.t('what')} at its far end.`,
    hint: 'Turn it true, or put this off if it is meant.'
  },
  'wall.gap': {
    message: (w) =>
      `${w.t('thing')} and ${w.t('other')} run side by side with only ${w.l('gap')} between them.`,
    hint: 'Close the gap, or leave at least 50 mm to build in.'
  },
  'wall.unsupported': {
    message: (w) => `${w.t('thing')} stands on nothing: no wall or slab is under it on ${w.t('below')}.`,
    hint: 'Put a wall or a slab under it, or say why it needs none.'
  },
  'wall.overhangs': {
    message: (w) =>
      `${w.t('thing')} stands on nothing over ${w.l('over')} of its ${w.l('length')}: no wall is under it on ${w.t('below')}.`,
    hint: 'Move it over the wall below, move that wall back, or put a wall or a slab under it.'
  },
  'wall.inside-out': {
    message: (w) => `The outer side of ${w.t('thing')} faces a room.`,
    hint: 'Turn its outside to the other side, in Details.'
  },
  'wall.not-under': {
    message: (w) => `${w.t('thing')} ends at the underside of ${w.t('other')}, which is not over it.`,
    hint: 'Give it a height, or lay the slab over it.'
  },
  'survey.off': {
    message: (w) =>
      `${w.t('thing')} is ${w.l('error')} ${w.t('way')} its overall length, which is more than the tape allows. ${w.t('cause')}`,
    hint: 'Put a cause right in Details, spread the error, or measure again.'
  },
  'survey.ring': {
    message: (w) =>
      `The ${w.t('count')} survey runs round from ${w.t('thing')} come back ${w.l('over')} off, which is more than the tape allows.`,
    hint: 'Look for a slip in one of them; or close the ring, in Details.'
  },
  'survey.swings': {
    message: (w) =>
      `${w.t('thing')} is not held by its lengths: ${w.t('swinging')} may swing. ${w.t('wanted')} would hold it.`,
    hint: 'Measure that; or declare the room square, in Details.'
  },
  'survey.side-missing': {
    message: (w) => `${w.t('thing')} is declared square, but too few of ${w.t('wanted')} are measured.`,
    hint: 'Measure one of them.'
  },
  'survey.tie-open': {
    message: (w) => `${w.t('thing')} does not tie its rooms yet: ${w.t('wanted')} would.`,
    hint: 'Measure that; what is not measured beyond it is taken as even and square.'
  },
  'survey.net-worst': {
    message: (w) =>
      `The rooms as they lie together do not agree: ${w.t('told')}, which is more than the tape allows.`,
    hint: 'Measure it again; a length outside, or a doorway more, tells it more surely.'
  },
  'survey.worst': {
    message: (w) =>
      `The lengths of ${w.t('thing')} do not agree: ${w.t('told')} is off by more than the tape allows.`,
    hint: 'Measure it again; where several are named, one length more tells which.'
  },
  'survey.unlike': {
    message: (w) =>
      `The lengths of ${w.t('thing')} give it another shape than was pointed out; ${w.t('pair')} of ${w.l('length')} is least like it, where about ${w.l('about')} were pointed out.`,
    hint: 'Measure it again; or move the corners to about where they are.'
  },
  'survey.folds': {
    message: (w) =>
      `In ${w.t('thing')} ${w.t('corners')} lies nearly in line with the corners that hold it: it may lie on their other side.`,
    hint: 'Measure a diagonal to it that runs more across.'
  },
  'survey.askew': {
    message: (w) =>
      `${w.t('thing')} is declared square; by what was measured its worst corner lies ${w.l('cost')} off.`,
    hint: 'Let its lengths tell its shape, in Details, or measure its diagonals again.'
  },
  'slab.hole-off': {
    message: (w) =>
      `${w.t('count')} hole of ${w.t('thing')} does not lie within it any more, and is not cut.`,
    hint: 'Leave it out, or move the outline back round it.'
  },
  'slab.to-house': {
    message: (w) => `Water on ${w.t('thing')} runs to the house, at ${w.l('x')}, ${w.l('y')}.`,
    hint: 'Let it fall the other way, raise its edge at the house, or put a gully before it.'
  },
  'slab.slight-fall': {
    message: (w) =>
      `${w.t('thing')} falls ${w.t('fall')} away from the house at ${w.l('x')}, ${w.l('y')}; ${w.t('least')} is wanted.`,
    hint: 'Let it fall more, or say in the project how much is wanted.'
  },
  'slab.no-guard': {
    message: (w) =>
      `One could fall ${w.l('drop')} from ${w.t('thing')} at ${w.l('x')}, ${w.l('y')}: ${w.l('length')} of its edges have no guard.`,
    hint: 'Put guards along it, or a wall.'
  },
  'slab.pit': {
    message: (w) => `Water stands on ${w.t('thing')} at ${w.l('x')}, ${w.l('y')}: all round is higher.`,
    hint: 'Put a gully there, or let the line that ends there go on to an edge.'
  },
  'slab.level-off': {
    message: (w) =>
      `A height of ${w.t('thing')} at ${w.l('x')}, ${w.l('y')} lies neither on its outline nor within it, and is of no account.`,
    hint: 'Leave it out, or move the outline back to it.'
  },
  'ground.unlike': {
    message: (w) =>
      `The ground is given as ${w.l('z')} and as ${w.l('other')} at ${w.l('x')}, ${w.l('y')}; the first holds.`,
    hint: 'Delete one of the two, or make them one.'
  },
  'ground.over-slab': {
    message: (w) =>
      `The ground stands ${w.l('most')} over ${w.t('thing')} at ${w.l('x')}, ${w.l('y')}, and over ${w.t('area')} of it.`,
    hint: 'Bring the ground to the slab, or lay it higher.'
  },
  'ground.over-plot': {
    message: (w) =>
      `The bank of ${w.t('thing')} has ${w.l('size')} to go at the border of the plot, at ${w.l('x')}, ${w.l('y')}.`,
    hint: 'Let its banks be steeper, bring the ground less far, or hold it by a wall there.'
  },
  'ground.over-sill': {
    message: (w) =>
      `The ground stands ${w.l('most')} over the foot of ${w.t('thing')} at ${w.l('x')}, ${w.l('y')}.`,
    hint: 'Bring the ground to a slab there, or set it higher.'
  },
  'footing.shallow': {
    message: (w) =>
      `The underside of ${w.t('thing')} is ${w.l('under')} under the ground at ${w.l('x')}, ${w.l('y')}; ${w.l('depth')} is the least.`,
    hint: 'Let it step down, or lay it deeper.'
  },
  'footing.gap': {
    message: (w) => `${w.t('thing')} begins ${w.l('gap')} over ${w.t('other')}, and nothing is between.`,
    hint: 'Take what is under it up to it, lay a slab between, or let it begin lower.'
  },
  'footing.in-slab': {
    message: (w) => `${w.t('thing')} stands ${w.l('by')} into ${w.t('other')}.`,
    hint: 'End the foundation under the slab, or lay the slab higher.'
  },
  'footing.missing': {
    message: (w) => `${w.t('thing')} stands on no footing, while others of its storey do.`,
    hint: 'Lay the footing under it too, or say why it needs none.'
  },
  'stair.limit': {
    message: (w) =>
      `The ${w.t('what')} of ${w.t('thing')} is ${w.l('value')}; ${w.l('bound')} is the ${w.t('way')}.`,
    hint: 'Solve it again, or change the limit in the details of the project.'
  },
  'stair.headroom': {
    message: (w) =>
      `Over ${w.t('thing')} there are ${w.l('clear')} of headroom under ${w.t('other')} at ${w.l('x')}, ${w.l('y')}, less than ${w.l('headroom')}.`,
    hint: 'Open the floor farther, turn the stair, or let it begin elsewhere.'
  },
  'stair.in-wall': {
    message: (w) => `${w.t('other')} stands ${w.l('into')} in ${w.t('thing')}.`,
    hint: 'Move the stair or the wall, or turn it earlier.'
  },
  'stair.no-floor': {
    message: (w) => `${w.t('thing')} comes to no storey.`,
    hint: 'Add a storey above, or delete the stair.'
  },
  'stair.head-off': {
    message: (w) =>
      `No floor lies at the head of ${w.t('thing')}, at ${w.l('x')}, ${w.l('y')}: ${w.t('other')} is ${w.l('gap')} from there.`,
    hint: 'Lay the floor up to it, or move the stair.'
  },
  'stair.climbs-nothing': {
    message: (w) => `${w.t('thing')} climbs ${w.l('height')}: where it ends is not over where it begins.`,
    hint: 'Let it end on a higher storey, or change its finish levels.'
  },
  'walls.within-house': {
    message: (w) =>
      `${w.t('count')} outer walls stand round a place within the house and look into the house.`,
    hint: 'Round a court their outsides look into that; between rooms they are partitions.'
  },
  'wall.into-storey': {
    message: (w) => `${w.t('thing')} runs ${w.l('over')} up into ${w.t('other')} of ${w.t('storey')}.`,
    hint: 'Let it end at the floor above, or start the upper wall higher.'
  },
  'wall.into-floor': {
    message: (w) => `${w.t('thing')} runs ${w.l('over')} up into the floor of ${w.t('storey')}.`,
    hint: 'Let it end at the underside of that floor.'
  },
  'slab.in-walls': {
    message: (w) =>
      `${w.t('thing')} and ${w.t('other')} take the same room, ${w.l('over')} in height: ${w.t('volume')} count twice.`,
    hint: 'Let the slab end at the inner face of the walls, or start the walls on it.'
  },
  'roof.hidden': {
    message: (w) =>
      `Of the ${w.t('whole')} of ${w.t('thing')} ${w.t('area')} are built: the rest lies within other roofs, or within a storey over it.`,
    hint: 'Delete that roof, raise its plate level, or give it an outline beside them.'
  },
  'roof.over-parapet': {
    message: (w) =>
      `${w.t('thing')} lies ${w.l('over')} over the top of ${w.t('wall')}, which is its parapet.`,
    hint: 'Lower its plate level, let it fall less, or make the parapet higher.'
  },
  'rooflight.off': {
    message: (w) =>
      `${w.t('thing')} does not lie within a plane of ${w.t('roof')} any more, and is not built.`,
    hint: 'Move it along or down the slope, make it smaller, or delete it.'
  },
  'rooflight.taken': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} lie in one another.`,
    hint: 'Move one of them along or up the slope.'
  },
  'roof.overhang': {
    message: (w) =>
      `${w.t('thing')} overhangs by ${w.l('made')} and not by ${w.l('asked')}: its eaves would run into one another in a notch of its outline.`,
    hint: 'Give it that overhang, or make the notch wider.'
  },
  'roof.near': {
    message: (w) => `${w.t('thing')} and ${w.t('other')} are ${w.l('gap')} apart over ${w.t('area')}.`,
    hint: 'Delete one of them, or change its plate level.'
  },
  'wall.no-roof': {
    message: (w) =>
      `${w.t('thing')} ${w.t('verb')} carried up to a roof, but none is above: ${w.l('height')} high for now.`,
    hint: 'Put a roof over it, or give it a height.'
  },
  'wall.part-roof': {
    message: (w) =>
      `${w.t('thing')} is carried up to a roof, but none is above ${w.l('length')} of it, which are ${w.l('height')} high for now.`,
    hint: 'End it at the edge of the roof, cut it in two there, or draw the roof on.'
  },
  'wall.in-roof': {
    message: (w) => `${w.t('thing')} would stand ${w.l('over')} up into ${w.t('roof')}, and ends under it.`,
    hint: 'Carry it up to the roof, let it pass through, or make it lower.'
  },
  'size.assumed': {
    message: (w) => `The sizes of ${w.t('thing')} ${w.t('sure')}.`,
    hint: 'Measure it again, write the true size in, and mark it as measured.'
  },
  'mark.askew': {
    message: (w) => `${w.t('thing')} cannot be shown: ${w.t('why')}.`,
    hint: 'Square the walls up again, or delete it.'
  },
  'limit.area': {
    message: (w) => `The storeys cover ${w.t('area')} together; the limit is ${w.t('limit')}.`,
    hint: 'Make a storey smaller, or change the limit.'
  },
  'limit.height': {
    message: (w) => `The ridge stands ${w.l('height')} above the ground; the limit is ${w.l('limit')}.`,
    hint: 'Lower the pitch, the plate level or a storey height.'
  }
  // Files
} satisfies Record<string, Entry>;

/** What is refused when it is asked for may be found when it came about otherwise. */
export type FindingCode = keyof typeof findings | ProblemCode;

const isOwn = (code: FindingCode): code is keyof typeof findings => Object.hasOwn(findings, code);

/** Build what is said of a finding. */
export const finding = (
  code: FindingCode,
  units: LengthUnits,
  given: Given
): Told & { readonly code: FindingCode } =>
  isOwn(code) ? { code, ...told(code, findings[code], units, given) } : problem(code, units, given);
