// Bundle TypeScript entry points for Node. Core always comes in.
import { buildSync } from 'esbuild';

/** Packages that bring files of their own (WebAssembly, a binary) and have to stay where they are. */
export const STAY = ['esbuild', 'manifold-3d', 'occt-import-js', '@electric-sql/pglite', '@playwright/test'];

/** Of the service: also what starts threads from files of its own, or is loaded late. All else in one file opens a second sooner. */
export const SERVICE_STAY = [...STAY, 'piscina', 'pino', 'exceljs', 'pdfmake', '@fastify/swagger'];

/** `outside`: npm packages that stay imports; all of them where it is not given. */
export function bundle(entryPoints, outdir, { extension = '.mjs', outside } = {}) {
  buildSync({
    entryPoints, outdir, bundle: true, platform: 'node', target: 'node20', format: 'esm', alias: { '@cuadro/core': './core/src' }, entryNames: '[name]', outExtension: { '.js': extension }, logLevel: 'warning',
    // Older packages that come in still ask for Node's own modules by require.
    ...(outside
      ? { external: outside, banner: { js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);" } }
      : { packages: 'external' }),
  });
}
