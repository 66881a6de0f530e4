/** The demo houses from their scripts, as the browser keeps projects: laid on a first visit without any computing. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { runScript, type Script } from '../src/lib/core/commands/script';
import { toShelve } from '../src/lib/storage/store';

mkdirSync('static/demo', { recursive: true });
for (const name of ['gannet-house', 'plover-cabin', 'dunlin-net-stores']) {
  const result = runScript(JSON.parse(readFileSync(`examples/${name}.json`, 'utf8')) as Script);
  if (!result.ok) throw new Error(`examples/${name}.json: ${result.problem.message}`);
  writeFileSync(`static/demo/${name}.json`, JSON.stringify(toShelve(result.project)));
}
