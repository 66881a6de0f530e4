import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const folder = mkdtempSync(join(tmpdir(), 'cliffstead-cli-'));
const file = (name: string) => join(folder, name);
const cli = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'src/cli/main.ts', ...args],
    { encoding: 'utf8' }
  );
  return { status, out: stdout, error: stderr.replace(/^npm warn.*\n/gm, '') };
};

describe('the command line', () => {
  it('runs a script, inspects and exports what came of it', () => {
    const house = file('gannet.cliffstead');
    expect(cli('run', 'examples/gannet-house.json', '--out', house)).toMatchObject({ status: 0 });
    const report = JSON.parse(cli('inspect', house, '--json').out) as {
      walls: unknown[];
      findings: unknown[];
    };
    expect(report.walls.length).toBeGreaterThan(20);
    expect(cli('inspect', house).out).toContain('Gannet House');
    expect(cli('export', house, '--to', file('g.glb'))).toMatchObject({ status: 0 });
    expect(readFileSync(file('g.glb')).toString('latin1', 0, 4)).toBe('glTF');
    expect(cli('export', house, '--to', file('g.svg'), '--storey', 'storey-2', '--scale', '50').status).toBe(
      0
    );
    expect(readFileSync(file('g.svg'), 'utf8')).toContain('plan of Upper, 1:50');
    const more = file('more.json');
    writeFileSync(
      more,
      JSON.stringify({
        commands: [
          {
            name: 'deleteItems',
            args: { ids: ['main-roof', 'wing-roof', 'boot-roof', 'bay-roof', 'canopy'] }
          }
        ]
      })
    );
    expect(cli('run', more, '--from', house, '--out', file('less.cliffstead')).status).toBe(0);
    expect(cli('inspect', file('less.cliffstead')).out).toContain('0 roofs');
  });
  it('lists its commands, each with an example', () => {
    const list = JSON.parse(cli('commands', '--json').out) as { name: string; example: unknown }[];
    expect(list.find(({ name }) => name === 'drawWall')?.example).toBeDefined();
    expect(cli('commands').out).toContain('drawWall: ');
  });
  it.each([null, {}, { name: 'drawWall', args: null }])(
    'a script with the entry %o is refused with exit code 2',
    (entry) => {
      const path = file('entry.json');
      writeFileSync(path, JSON.stringify({ commands: [entry] }));
      const { status, error } = cli('run', path, '--out', file('never.cliffstead'));
      expect(error).toContain(`Command 1 of "${path}" is ${JSON.stringify(entry)}.`);
      expect(status).toBe(2);
    }
  );
  it('a folder that is not there is said, and so is a project that is none', () => {
    const { status, error } = cli('run', 'examples/plover-cabin.json', '--out', file('no/x.cliffstead'));
    expect([status, error]).toEqual([2, expect.stringMatching(/folder ".*no" does not exist/)]);
    writeFileSync(file('entry.json'), JSON.stringify({ project: 3, commands: [] }));
    expect(cli('run', file('entry.json'), '--out', file('x.cliffstead')).error).toContain('"project" of');
  });
  it.each([
    [['fly'], /There is no "fly"/],
    [[], /Use:/],
    [['run', 'examples/gannet-house.json'], /--out/],
    [['run', 'nowhere.json', '--out', 'x'], /"nowhere.json" cannot be read/],
    [['run', 'README.md', '--out', 'x'], /is not JSON/],
    [['run', 'package.json', '--out', 'x'], /no list of commands/],
    [['inspect', 'README.md'], /is not a Cliffstead file/],
    [['inspect', 'x', '--colour'], /colour/],
    [['export', 'nowhere.cliffstead', '--to', 'x.glb'], /cannot be read/]
  ])('%o is refused with exit code 2', (args, message) => {
    const { status, error } = cli(...args);
    expect(error).toMatch(message);
    expect(status).toBe(2);
  });
  it('a script with an unknown command or a bad value writes nothing', () => {
    for (const [command, message] of [
      [{ name: 'fly', args: {} }, /Command 1: There is no command "fly"/],
      [
        { name: 'drawWall', args: { storey: 'storey-1', a: { x: 0, y: 0 }, length: -3 } },
        /Command 1: .*length of the wall/
      ]
    ] as const) {
      const script = file('bad.json');
      writeFileSync(script, JSON.stringify({ commands: [command] }));
      const { status, error } = cli('run', script, '--out', file('bad.cliffstead'));
      expect(error).toMatch(message);
      expect(error).toContain('Nothing was written');
      expect(status).toBe(2);
      expect(existsSync(file('bad.cliffstead'))).toBe(false);
    }
  });
});
