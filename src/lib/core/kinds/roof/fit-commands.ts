/** Roofs brought to one height: with the foot of another, or their own eaves. */
import * as roofArgs from './args';
import * as s from '../../document/schemas';
import { command, done, need, refuse } from '../../document/command';
import { nameOf } from '../../document/names';
import { tolerances, toStored } from '../../geometry/tolerances';
import { degree } from '../../units/angle';
import { eaveHeight } from './edges';
import { pitchFor, plateFor } from './fit';
import { needRoofOutline, pitchOf } from './need-outline';
import type { Roof } from './record';
import { footFor } from './stages';
import { turnedMade } from './turned';

export const fitRoof = command({
  name: 'fitRoof',
  about:
    'Let a roof continue the foot of a plane of another without a step: its plate level or its pitch is set so that both tops are of one height at the eave of the other.',
  args: s.object({
    roof: s.id().required(),
    to: s.id().required(),
    by: s.oneOf(['plate', 'pitch'] as const).required()
  }),
  example: { roof: 'roof-2', to: 'roof-1', by: 'plate' },
  run: (project, { roof: id, to, by }, query) => {
    const [roof, upper] = [need(project, 'roof', id), need(project, 'roof', to)];
    const texts = { thing: nameOf(project, roof), other: nameOf(project, upper) };
    const foot = footFor(query, id, to) ?? refuse(project, 'roof.no-foot', { subjects: [id, to], texts });
    if (by === 'plate') {
      const plateLevel = toStored(plateFor(foot, roof));
      return done(project, 'Continue a roof by its plate', [{ ...roof, plateLevel }]);
    }
    const pitch = pitchFor(foot, roof);
    if (pitch === undefined)
      refuse(project, 'roof.foot-below', { subjects: [id, to], numbers: { plate: roof.plateLevel }, texts });
    return done(project, 'Continue a roof by its pitch', [
      { ...roof, pitch: pitchOf(project, pitch / degree) }
    ]);
  }
});

export const levelEaves = command({
  name: 'levelEaves',
  about:
    'Bring all eaves of a roof to one height by their overhangs: to that of the eave over `wall`, or of the side of that number, else to that of an edge that is as the roof has it. Pitches and plates stay.',
  args: s.object({ roof: s.id().required(), wall: s.id(), side: roofArgs.side() }),
  example: { roof: 'roof-1', wall: 'wall-1' },
  run: (project, { roof: id, wall, side }, query) => {
    const old = need(project, 'roof', id);
    const eaves = needRoofOutline(query, old)
      .edges.flat()
      .filter((edge) => edge.kind === 'eave');
    const isNamed = wall !== undefined || side !== undefined;
    const like = isNamed
      ? (eaves.find((edge) => (side === undefined ? edge.walls.includes(wall!) : edge.side === side)) ??
        refuse(project, 'roof.no-edge', { subjects: [id] }))
      : old;
    const height = eaveHeight(like);
    const roof = eaves.reduce<Roof>((made, edge) => {
      const overhang = toStored((edge.plateLevel - height) / Math.tan(edge.pitch) - edge.seat);
      if (Math.abs(overhang - edge.overhang) < tolerances.height) return made;
      if (overhang < 0)
        refuse(project, 'roof.eave-low', {
          subjects: [id, ...edge.walls.slice(0, 1)],
          numbers: { plate: edge.plateLevel, height },
          texts: { thing: nameOf(project, old) }
        });
      return turnedMade(query, made, edge, { overhang })?.roof ?? made;
    }, old);
    return done(project, 'Level the eaves of a roof', [roof]);
  }
});
