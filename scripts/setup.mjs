// Makes a fresh checkout ready with Node's built-ins alone: installs packages when the lock file changed,
// builds when a source is newer than the build, installs the browser and validators when asked and missing.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const wanted = new Set(process.argv.slice(2));
const say = (text) => wanted.has('--quiet') || console.log(`setup: ${text}`);

function run(command, args, env = {}) {
  const result = spawnSync(command, args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env }
  });
  if (result.status !== 0) {
    console.error(`setup: "${command} ${args.join(' ')}" failed`);
    process.exit(result.status || 1);
  }
}

function newest(path) {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  console.error(`setup: Node 20.19 or newer is needed, this is ${process.versions.node}`);
  process.exit(1);
}

const stamp = join('.setup', 'lock.sha256');
const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
if (!existsSync('node_modules') || !existsSync(stamp) || readFileSync(stamp, 'utf8') !== lock) {
  say('installing packages (about a minute the first time)');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  mkdirSync('.setup', { recursive: true });
  writeFileSync(stamp, lock);
}

if (wanted.has('--build')) {
  const sources = [
    'src',
    'static',
    'examples',
    'package-lock.json',
    'svelte.config.js',
    'vite.config.ts',
    'vite.worker.config.ts'
  ];
  const built = newest(join('build', 'index.js'));
  if (built === 0 || sources.some((path) => newest(path) > built)) {
    say('building');
    run('npm', ['run', '-s', 'build'], { NODE_ENV: 'production' });
  }
}

if (wanted.has('--browser')) {
  const tools = [
    ['chromium', '/usr/bin/chromium'],
    ['libxml2-utils', '/usr/bin/xmllint']
  ];
  const missing = tools.filter(([, path]) => !existsSync(path)).map(([name]) => name);
  if (missing.length > 0) {
    const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
    if (process.getuid?.() !== 0) {
      console.error(`setup: the tests need ${missing.join(', ')}. Install with: sudo ${command}`);
      process.exit(1);
    }
    say(`installing ${missing.join(', ')}`);
    const apt = ['-q', '-o', 'DPkg::Lock::Timeout=600'];
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    run('apt-get', [...apt, 'update'], env);
    run('apt-get', [...apt, 'install', '-y', '--no-install-recommends', ...missing], env);
  }
}
