import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it, vi } from 'vitest';
import { line } from './line';

const folder = mkdtempSync(join(tmpdir(), 'cliffstead-cli-'));
const file = (name: string) => join(folder, name);
const cli = async (...args: string[]) => {
  const [out, error] = [vi.spyOn(console, 'log'), vi.spyOn(console, 'error')].map((spy) => {
    const said: unknown[] = [];
    spy.mockImplementation((word) => void said.push(word));
    return said;
  });
  const status = await line(args);
  vi.restoreAllMocks();
  return { status, out: out!.join('\n'), error: error!.join('\n') };
};

describe('the command line', () => {
  it('runs a script, inspects and exports what came of it', async () => {
    const house = file('gannet.cliffstead');
    expect(await cli('run', 'examples/gannet-house.json', '--out', house)).toMatchObject({ status: 0 });
    const report = JSON.parse((await cli('inspect', house, '--json')).out) as {
      walls: unknown[];
      findings: unknown[];
    };
    expect(report.walls.length).toBeGreaterThan(20);
    expect((await cli('inspect', house)).out).toContain('Gannet House');
    expect(await cli('export', house, '--to', file('g.glb'))).toMatchObject({ status: 0 });
    expect(readFileSync(file('g.glb')).toString('latin1', 0, 4)).toBe('glTF');
    expect(
      (await cli('export', house, '--to', file('g.svg'), '--storey', 'storey-2', '--scale', '50')).status
    ).toBe(0);
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
    expect((await cli('run', more, '--from', house, '--out', file('less.cliffstead'))).status).toBe(0);
    expect((await cli('inspect', file('less.cliffstead'))).out).toContain('0 roofs');
  });
  it('tells what is at one stage of work, and refuses a stage that there is none of', async () => {
    const stores = file('stores.cliffstead');
    expect((await cli('run', 'examples/dunlin-net-stores.json', '--out', stores)).status).toBe(0);
    const walls = async (work: string) => {
      const { out } = await cli('inspect', stores, '--json', '--work', work);
      return (JSON.parse(out) as { walls: { work: string }[] }).walls;
    };
    for (const work of ['existing', 'new', 'removed'])
      expect(new Set((await walls(work)).map((one) => one.work))).toEqual(new Set([work]));
    const { status, error } = await cli('inspect', stores, '--work', 'old');
    expect([status, error]).toEqual([2, expect.stringContaining('no stage of work "old"')]);
  });
  it('is a program that ends with its exit code', () => {
    const program = (...args: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'src/cli/main.ts', ...args], { encoding: 'utf8' });
    const [good, bad] = [program('commands'), program('fly')];
    expect([good.status, bad.status]).toEqual([0, 2]);
    expect(good.stdout).toContain('drawWall: ');
    expect(bad.stderr).toContain('There is no "fly"');
  });
  it('lists its commands, each with an example', async () => {
    const list = JSON.parse((await cli('commands', '--json')).out) as { name: string; example: unknown }[];
    expect(list.find(({ name }) => name === 'drawWall')?.example).toBeDefined();
    expect((await cli('commands')).out).toContain('drawWall: ');
  });
  it.each([null, {}, { name: 'drawWall', args: null }])(
    'a script with the entry %o is refused with exit code 2',
    async (entry) => {
      const path = file('entry.json');
      writeFileSync(path, JSON.stringify({ commands: [entry] }));
      const { status, error } = await cli('run', path, '--out', file('never.cliffstead'));
      expect(error).toContain(`Command 1 of "${path}" is ${JSON.stringify(entry)}.`);
      expect(status).toBe(2);
    }
  );
  it('a folder that is not there is said, and so is a project that is none', async () => {
    const { status, error } = await cli(
      'run',
      'examples/plover-cabin.json',
      '--out',
      file('no/x.cliffstead')
    );
    expect([status, error]).toEqual([2, expect.stringMatching(/folder ".*no" does not exist/)]);
    writeFileSync(file('entry.json'), JSON.stringify({ project: 3, commands: [] }));
    expect((await cli('run', file('entry.json'), '--out', file('x.cliffstead'))).error).toContain(
      '"project" of'
    );
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
  ])('%o is refused with exit code 2', async (args, message) => {
    const { status, error } = await cli(...args);
    expect(error).toMatch(message);
    expect(status).toBe(2);
  });
  it('a script with an unknown command or a bad value writes nothing', async () => {
    for (const [command, message] of [
      [{ name: 'fly', args: {} }, /Command 1: There is no command "fly"/],
      [
        { name: 'drawWall', args: { storey: 'storey-1', a: { x: 0, y: 0 }, length: -3 } },
        /Command 1: .*length of the wall/
      ]
    ] as const) {
      const script = file('bad.json');
      writeFileSync(script, JSON.stringify({ commands: [command] }));
      const { status, error } = await cli('run', script, '--out', file('bad.cliffstead'));
      expect(error).toMatch(message);
      expect(error).toContain('Nothing was written');
      expect(status).toBe(2);
      expect(existsSync(file('bad.cliffstead'))).toBe(false);
    }
  });
});
