// Install what a fresh clone lacks: npm packages by lock file, and (with --chromium) Debian's Chromium for the browser tests.
// --quiet says nothing unless something fails, so that a command's own output stays clean.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const args = new Set(process.argv.slice(2));
const stdio = args.has('--quiet') ? ['ignore', 'pipe', 'pipe'] : 'inherit';

function run(command, ...rest) {
  const { status, stdout, stderr } = spawnSync(command, rest, { stdio, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 });
  if (status !== 0) {
    process.stderr.write(`${stdout ?? ''}${stderr ?? ''}`);
    console.error(`cuadro: "${command} ${rest.join(' ')}" failed`);
    process.exit(1);
  }
}

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 11)) {
  console.error(`cuadro: Node 20.11 or later is needed, this is ${process.versions.node}`);
  process.exit(1);
}

const stamp = 'node_modules/.cuadro-lock';
const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== lock) {
  run('npm', 'ci', '--no-audit', '--no-fund', '--loglevel=error');
  mkdirSync('node_modules', { recursive: true });
  writeFileSync(stamp, lock);
}

if (args.has('--chromium') && !existsSync('/usr/bin/chromium')) {
  if (process.getuid?.() !== 0) {
    console.error('cuadro: the browser tests need /usr/bin/chromium; install the Debian package "chromium"');
    process.exit(1);
  }
  process.env.DEBIAN_FRONTEND = 'noninteractive';
  run('apt-get', 'update', '-qq');
  run('apt-get', 'install', '-y', '-qq', '--no-install-recommends', 'chromium');
}
