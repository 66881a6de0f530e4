/** Putting findings off with a reason, and taking them up again. */
import * as s from '../../document/schemas';
import { command, done, refuse } from '../../document/command';
import { freshIds } from '../../document/project';
import type { Deferral } from './record';

const finding = () => s.string().min(1).max(400);

export const deferFinding = command({
  name: 'deferFinding',
  about: 'Put a finding off with the reason; it no longer counts, and can be taken up again.',
  args: s.object({ finding: finding().required(), reason: s.string().max(400).required() }),
  example: { finding: 'opening.near-joint opening-1 wall-1', reason: 'Agreed with the mason' },
  run: (project, args) => {
    if (args.reason.trim() === '') refuse(project, 'finding.reason', { texts: { id: args.finding } });
    const old = [...project.tables.deferral.values()].find((one) => one.finding === args.finding);
    const put: Deferral = {
      id: old?.id ?? freshIds(project, 'deferral', 1)[0]!,
      kind: 'deferral',
      finding: args.finding,
      reason: args.reason.trim()
    };
    return done(project, 'Put a finding off', [put], [], [put.id]);
  }
});

export const resumeFinding = command({
  name: 'resumeFinding',
  about: 'Take up again a finding that was put off.',
  args: s.object({ finding: finding().required() }),
  example: { finding: 'opening.near-joint opening-1 wall-1' },
  run: (project, args) => {
    const old = [...project.tables.deferral.values()].find((one) => one.finding === args.finding);
    if (!old) refuse(project, 'finding.none', { texts: { id: args.finding } });
    return done(project, 'Take a finding up again', [], [old.id]);
  }
});
