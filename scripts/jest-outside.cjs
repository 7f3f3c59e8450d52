// A Jest environment and transform for all of ours that runs in Node. A module is fetched from one bundle that stands outside of the sandboxes: inside,
// every call over a file's edge goes through a getter, every global through the sandbox, and each spec would build, load and warm up all of it again.
const { readdirSync, rmSync } = require('node:fs');
const { join, relative, resolve } = require('node:path');
const { pathToFileURL } = require('node:url');
const { runInContext } = require('node:vm');
const { buildSync } = require('esbuild');
const { TestEnvironment } = require('jest-environment-node');

const ROOT = resolve(__dirname, '..');
const ROOMS = ['core/src', 'server/src', 'demo', 'bench'];
/** What stays inside: specs, what only stands among them, and programs, which would start. */
const INSIDE = ['.*\\.(?:spec|d)\\.ts$', '(?:.*/)?testing/(?:app|bundled|db|process|upgrade)\\.ts$', '(?:main|jobs/worker|db/pack)\\.ts$'];
/** All else of ours; of the benchmarks only what a spec uses. */
const OURS = `/(?:core/src|server/src|demo|bench(?=/ccx\\.ts$))/${INSIDE.map((x) => `(?!${x})`).join('')}.+\\.ts$`;
const nameOf = (path) => relative(ROOT, path).replaceAll('\\', '/').replace(/\.ts$/, '');

/** Every module by its name, run when it is first asked for. */
let modules;
async function bundle() {
  const names = ROOMS.flatMap((room) => readdirSync(join(ROOT, room), { recursive: true }).map((f) => `${room}/${f}`.replaceAll('\\', '/'))).filter((f) => new RegExp(OURS).test(`/${f}`));
  // In the cache, so that it finds the project's root two folders up and its packages.
  const outdir = join(ROOT, '.cache', `outside-${process.pid}`);
  process.on('exit', () => rmSync(outdir, { recursive: true, force: true }));
  const outfile = join(outdir, 'all.mjs');
  const { SERVICE_STAY } = await import('./bundle.mjs');
  buildSync({
    stdin: { contents: `export default {\n${names.map((n) => n.slice(0, -3)).map((n) => `${JSON.stringify(n)}: () => require('./${n}'),`).join('\n')}\n};`, resolveDir: ROOT },
    outfile, bundle: true, platform: 'node', target: 'node20', format: 'esm', sourcemap: true, logLevel: 'error', alias: { '@cuadro/core': join(ROOT, 'core/src') }, external: [...SERVICE_STAY, 'three-mesh-bvh'],
    banner: { js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);" },
  });
  return (await import(pathToFileURL(outfile).href)).default;
}

/** What a spec makes itself, between brackets or by failing, counts as of the same kind out there; what comes from there, as of the kind the spec names. */
const KINDS = ['Array', 'Error', 'Date', 'Map', 'Set'];

module.exports = class extends TestEnvironment {
  async setup() {
    await super.setup();
    modules ??= await bundle();
    this.global.outside = (name) => modules[name]();
    for (const kind of KINDS) {
      Object.setPrototypeOf(runInContext(`${kind}.prototype`, this.context), globalThis[kind].prototype);
      this.global[kind] = globalThis[kind];
    }
    /** For a spec that watches a clock: out there runs what it tests. */
    this.global.outsideGlobal = globalThis;
  }
};
module.exports.process = (source, path) => ({ code: `module.exports = outside(${JSON.stringify(nameOf(path))});` });
module.exports.OURS = OURS;
