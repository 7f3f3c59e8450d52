// Install what a fresh clone lacks: npm packages by lock file, and (with --tests, as root) Debian's Chromium for the browser tests and PostgreSQL
// for those of the other database, which are left out where it is missing.
// --quiet says nothing unless something fails, so that a command's own output stays clean.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';

const args = new Set(process.argv.slice(2));
const stdio = args.has('--quiet') ? ['ignore', 'pipe', 'pipe'] : 'inherit';

function run(command, ...rest) {
  const { status, stdout, stderr } = spawnSync(command, rest, { stdio, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 });
  if (status !== 0) {
    process.stderr.write(`${stdout ?? ''}${stderr ?? ''}`);
    console.error(`cuadro: "${command} ${rest.join(' ')}" failed`);
    rmSync('.cache/installing', { recursive: true, force: true });
    process.exit(1);
  }
}

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 11)) {
  console.error(`cuadro: Node 20.11 or later is needed, this is ${process.versions.node}`);
  process.exit(1);
}

const stamp = 'node_modules/.cuadro-lock';
const lockText = readFileSync('package-lock.json', 'utf8');
const lock = createHash('sha256').update(lockText).digest('hex');
const stamped = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === lock;

/** Was it installed by hand, as the lock file says? npm keeps what it installed beside the packages. */
function installedByHand() {
  const kept = 'node_modules/.package-lock.json';
  if (!existsSync(kept)) return false;
  const there = JSON.parse(readFileSync(kept, 'utf8')).packages;
  return Object.entries(JSON.parse(lockText).packages).every(([path, p]) => !path.startsWith('node_modules/') || p.link || p.optional || p.devOptional || there[path]?.version === p.version);
}

if (!stamped() && installedByHand()) writeFileSync(stamp, lock);
if (!stamped()) {
  // Two commands at once on a fresh clone: one installs, the other waits. A lock nobody has touched for ten minutes is dead.
  mkdirSync('.cache', { recursive: true });
  const held = '.cache/installing';
  const wait = new Int32Array(new SharedArrayBuffer(4));
  for (;;) {
    try {
      mkdirSync(held);
      break;
    } catch {
      if (existsSync(held) && Date.now() - statSync(held).mtimeMs > 600_000) rmSync(held, { recursive: true, force: true });
      Atomics.wait(wait, 0, 0, 500);
    }
  }
  try {
    if (!stamped()) {
      run('npm', 'ci', '--no-audit', '--no-fund', '--loglevel=error');
      mkdirSync('node_modules', { recursive: true });
      writeFileSync(stamp, lock);
    }
  } finally {
    rmSync(held, { recursive: true, force: true });
  }
}

if (args.has('--tests')) {
  const root = process.getuid?.() === 0;
  const missing = [['/usr/bin/chromium', 'chromium'], ...(root ? [['/usr/lib/postgresql', 'postgresql'], ['/usr/bin/ccx', 'calculix-ccx'], ['/usr/bin/gmsh', 'gmsh']] : [])].filter(([path]) => !existsSync(path)).map(([, name]) => name);
  if (missing.length && !root) {
    console.error('cuadro: the browser tests need /usr/bin/chromium; install the Debian package "chromium"');
    process.exit(1);
  }
  if (missing.length) {
    process.env.DEBIAN_FRONTEND = 'noninteractive';
    run('apt-get', 'update', '-qq');
    // A database server is only wanted for its programs: no cluster of its own is to be made or started.
    mkdirSync('/etc/postgresql-common', { recursive: true });
    if (!existsSync('/etc/postgresql-common/createcluster.conf')) writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
    run('apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...missing);
  }
}
