/** Putting findings off with a reason, and taking them up again. */
import type { PutOff } from '../project/records';
import { freshIds } from '../project/project';
import { command, done, refuse, type Command } from './command';
import * as s from './schemas';

const finding = () => s.string().min(1).max(400);

const putOffFinding = command({
  name: 'putOffFinding',
  about: 'Put a finding off with the reason; it no longer counts, and can be taken up again.',
  args: s.object({ finding: finding().required(), reason: s.string().max(400).required() }),
  example: { finding: 'opening.near-joint opening-1 wall-1', reason: 'Agreed with the mason' },
  run: (project, args) => {
    if (args.reason.trim() === '') refuse(project, 'finding.reason', { texts: { id: args.finding } });
    const old = [...project.tables.putOff.values()].find((one) => one.finding === args.finding);
    const put: PutOff = {
      id: old?.id ?? freshIds(project, 'putOff', 1)[0]!,
      kind: 'putOff',
      finding: args.finding,
      reason: args.reason.trim()
    };
    return done(project, 'Put a finding off', [put], [], [put.id]);
  }
});

const takeUpFinding = command({
  name: 'takeUpFinding',
  about: 'Take up again a finding that was put off.',
  args: s.object({ finding: finding().required() }),
  example: { finding: 'opening.near-joint opening-1 wall-1' },
  run: (project, args) => {
    const old = [...project.tables.putOff.values()].find((one) => one.finding === args.finding);
    if (!old) refuse(project, 'finding.none', { texts: { id: args.finding } });
    return done(project, 'Take a finding up again', [], [old.id]);
  }
});

export const reviewCommands: Command[] = [putOffFinding, takeUpFinding];
