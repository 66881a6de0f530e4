/** Writes docs/commands.md and the JSON Schema of the file from the code; --check says whether they are fresh. */
import { readFileSync, writeFileSync } from 'node:fs';
import { describeCommands } from '../src/lib/core/commands/describe';

const rows = describeCommands().map(({ name, about, args, example }) =>
  [
    `## ${name}`,
    '',
    about,
    '',
    '| argument | takes | needed |',
    '| --- | --- | --- |',
    ...args.map(
      (arg) => `| \`${arg.name}\` | ${arg.type.replaceAll('|', '\\|')} | ${arg.required ? 'yes' : 'no'} |`
    ),
    '',
    '```json',
    JSON.stringify({ name, args: example }, null, 2),
    '```',
    ''
  ].join('\n')
);
const text = [
  '# Commands',
  '',
  'Made by `npm run docs` from the register in `src/lib/core/commands`; do not edit. Lengths are millimetres, angles degrees.',
  'A script is `{ "commands": [{ "name": ..., "args": {...} }] }`; run it with `npm run cliffstead -- run SCRIPT.json --out HOUSE.cliffstead`.',
  'Ids may be given, to be named again later in the script; left out, they are made. Each example below is run by a test.',
  '',
  ...rows
].join('\n');

const path = 'docs/commands.md';
if (process.argv.includes('--check')) {
  let present = '';
  try {
    present = readFileSync(path, 'utf8');
  } catch {
    // Missing counts as stale.
  }
  if (present !== text) {
    console.error(`${path} is not what the register says: run npm run docs`);
    process.exit(1);
  }
} else writeFileSync(path, text);
