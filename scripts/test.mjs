// Runs every check in turn and closes with one line of totals.
import { execFile, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';

let passed = 0;
let failed = 0;

function step(name, command, args, env = {}) {
  const from = Date.now();
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env }
  });
  console.log(
    `== ${name}: ${status === 0 ? 'good' : 'FAILED'} in ${((Date.now() - from) / 1000).toFixed(0)} s`
  );
  return status === 0;
}

/** Checks that write nothing run side by side; each says what it has to say when it ends. */
async function sideBySide(checks) {
  const done = checks.map(
    ([name, command, args]) =>
      new Promise((resolve) => {
        const from = Date.now();
        execFile(command, args, { maxBuffer: 1e8 }, (fault, out, err) => {
          const good = !fault;
          console.log(`\n== ${name}\n${out}${err}`.trimEnd());
          console.log(
            `== ${name}: ${good ? 'good' : 'FAILED'} in ${((Date.now() - from) / 1000).toFixed(0)} s`
          );
          resolve(good);
        });
      })
  );
  for (const good of await Promise.all(done)) {
    if (good) passed += 1;
    else failed += 1;
  }
}

function counted(name, command, args, file, count, env) {
  const good = step(name, command, args, env);
  try {
    const [ok, bad] = count(JSON.parse(readFileSync(file, 'utf8')));
    passed += ok;
    failed += bad + (good || bad > 0 ? 0 : 1);
  } catch {
    failed += 1;
  }
}

const pageIn = (report) => report.split('# Page snapshot')[1]?.split('# Test source')[0].trim() ?? report;

/** What was on the page where a browser test failed, also where it passed when it was tried again. */
function tellPages({ suites = [], specs = [] }) {
  suites.forEach(tellPages);
  for (const { title, tests } of specs)
    for (const { attachments, retry } of tests.flatMap(({ results }) => results))
      for (const { name, path } of attachments)
        if (name === 'error-context')
          console.log(`\n== page of "${title}", try ${retry + 1}\n${pageIn(readFileSync(path, 'utf8'))}`);
}

mkdirSync('.setup', { recursive: true });
for (const file of ['unit.json', 'browser.json']) rmSync(`.setup/${file}`, { force: true });
// Types make what the layers are read from, so these two go one after the other.
await sideBySide([
  ['format and lint', 'npm', ['run', '-s', 'lint']],
  ['types and layers', 'npm', ['run', '-s', 'types-and-layers']],
  ['generated docs are fresh', 'npx', ['tsx', 'scripts/docs.ts', '--check']]
]);
counted(
  'unit',
  'npx',
  ['vitest', 'run', '--reporter=default', '--reporter=json', '--outputFile.json=.setup/unit.json'],
  '.setup/unit.json',
  (r) => [r.numPassedTests, r.numFailedTests]
);
counted(
  'browser',
  'npx',
  ['playwright', 'test', '--reporter=list,json'],
  '.setup/browser.json',
  (r) => {
    r.suites.forEach(tellPages);
    return [r.stats.expected + r.stats.flaky, r.stats.unexpected];
  },
  { PLAYWRIGHT_JSON_OUTPUT_NAME: '.setup/browser.json' }
);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
