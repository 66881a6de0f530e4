/** A house by commands, and hands on it: for tests of what commands do to each other. */
import { readFileSync } from 'node:fs';
import { perform, type Call } from '../commands/register';
import { runScript, type Script } from '../commands/script';
import { applyPatch } from '../document/patch';
import type { Project } from '../document/kind';

export const call = (name: string, args: object): Call => ({ name, args });

export function built(...commands: Call[]): Project {
  const result = runScript({ commands });
  if (!result.ok) throw new Error(`command ${result.index + 1}: ${result.problem.message}`);
  return result.project;
}

/** A demo house, as its script builds it. */
export function example(name: 'gannet-house' | 'plover-cabin' | 'dunlin-net-stores'): Project {
  const result = runScript(JSON.parse(readFileSync(`examples/${name}.json`, 'utf8')) as Script);
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
}

/** The project after a command; throws what was refused. */
export function act(project: Project, name: string, args: object): Project {
  const result = perform(project, { name, args });
  if (!result.ok) throw new Error(`${result.problem.code}: ${result.problem.message}`);
  return applyPatch(project, result.patch);
}

/** Why a command is refused; empty when it is not. */
export function refusal(project: Project, name: string, args: object): string {
  const result = perform(project, { name, args });
  return result.ok ? '' : `${result.problem.code}: ${result.problem.message}`;
}

/** Outer walls south, east, north, west of 9 by 6 m; partitions p and q across, r between q and east; a door in p. */
export function twoRooms(turn = 0): Project {
  const at = (x: number, y: number) => {
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    return { x: x * c - y * s, y: x * s + y * c };
  };
  const partition = (id: string, x0: number, y0: number, x1: number, y1: number) =>
    call('drawWall', {
      ...{ id, storey: 'storey-1', a: at(x0, y0), b: at(x1, y1) },
      ...{ buildUp: 'partition', settingOut: 'centre', role: 'partition' }
    });
  return built(
    call('drawRun', {
      storey: 'storey-1',
      points: [at(0, 0), at(9000, 0), at(9000, 6000), at(0, 6000)],
      ...{ close: true, ids: ['south', 'east', 'north', 'west'], buildUp: 'stone-cavity' }
    }),
    ...[partition('p', 4000, 0, 4000, 6000), partition('q', 5600, 0, 5600, 6000)],
    partition('r', 5600, 3000, 9000, 3000),
    call('addOpening', { id: 'door', wall: 'p', filling: 'door', distance: 1500, width: 900 }),
    call('addOpening', { id: 'window', wall: 'north', filling: 'window', distance: 1200, width: 1500 })
  );
}
