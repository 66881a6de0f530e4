// Bundles the benchmark as the product is bundled, then runs it: development loaders slow small functions down.
import { spawnSync } from 'node:child_process';
import { build } from 'vite';

await build({
  configFile: false,
  logLevel: 'error',
  build: { ssr: 'scripts/bench.ts', outDir: '.setup/bench', emptyOutDir: true, target: 'node20' }
});
const { status } = spawnSync(process.execPath, ['.setup/bench/bench.js', ...process.argv.slice(2)], {
  stdio: 'inherit'
});
process.exit(status ?? 1);
