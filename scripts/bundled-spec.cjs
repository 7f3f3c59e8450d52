// A Jest transform: a spec with everything of ours that it imports, in one file. Module by module, every call over a file's edge goes through a getter
// and every global through the sandbox; in one file core runs at nearly the speed that ships.
const { createHash } = require('node:crypto');
const { readdirSync, statSync } = require('node:fs');
const { join, resolve } = require('node:path');
const { buildSync } = require('esbuild');

const CORE = resolve(__dirname, '../core/src');

/** Of every file of core: name, size and when it was written. Any of them may be in the bundle. */
let state;
function coreState() {
  if (state) return state;
  const hash = createHash('sha1');
  for (const entry of readdirSync(CORE, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile()) continue;
    const path = join(entry.parentPath ?? entry.path, entry.name), { size, mtimeMs } = statSync(path);
    hash.update(`${path} ${size} ${mtimeMs}\n`);
  }
  return (state = hash.digest('hex'));
}

module.exports = {
  getCacheKey: (source, path) => createHash('sha1').update(`${__filename} 1 ${path} ${coreState()}`).digest('hex'),
  process(source, path) {
    const { outputFiles } = buildSync({
      entryPoints: [path], bundle: true, write: false, outfile: path.replace(/ts$/, 'js'), platform: 'node', target: 'node20', format: 'cjs', sourcemap: 'external', logLevel: 'silent',
      alias: { '@cuadro/core': CORE }, external: ['manifold-3d', 'occt-import-js', 'three-mesh-bvh', 'esbuild'],
    });
    const text = (end) => outputFiles.find((f) => f.path.endsWith(end)).text;
    return { code: text('.js'), map: text('.js.map') };
  },
};
