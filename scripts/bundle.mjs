// Bundle TypeScript entry points for Node. Core always comes in.
import { buildSync } from 'esbuild';

/** `outside`: npm packages that stay imports; all of them where it is not given. */
export function bundle(entryPoints, outdir, { extension = '.mjs', outside } = {}) {
  buildSync({
    entryPoints, outdir, bundle: true, platform: 'node', target: 'node20', format: 'esm', alias: { '@cuadro/core': './core/src' }, entryNames: '[name]', outExtension: { '.js': extension }, logLevel: 'warning',
    ...(outside ? { external: outside } : { packages: 'external' }),
  });
}
