/** Three projects: pure core, the Node side (server, demo, cli, scripts), and Angular in jsdom. */
const { createCjsPreset } = require('jest-preset-angular/presets/index.js');

// Dynamic imports stay what they are: packages that ship ES modules only are loaded through them.
const swc = ['@swc/jest', { jsc: { parser: { syntax: 'typescript', decorators: true }, target: 'es2022' }, module: { type: 'commonjs', ignoreDynamic: true } }];
const coreAlias = { '^@cuadro/core/(.*)$': '<rootDir>/core/src/$1' };
const { OURS } = require('./scripts/jest-outside.cjs');
const angular = createCjsPreset({ tsconfig: '<rootDir>/web/tsconfig.spec.json' });
/** Packages that ship ES modules only and so pass through the transform. */
const esm = 'node_modules/(?!(?:d3-random|fast-png|iobuffer|pure-rand|quickselect|@angular|rxjs|.*\\.mjs$))';

const plain = {
  testEnvironment: '<rootDir>/scripts/jest-outside.cjs',
  transform: { [OURS]: '<rootDir>/scripts/jest-outside.cjs', '^.+\\.(t|mj|j)s$': swc },
  transformIgnorePatterns: [esm],
  moduleNameMapper: coreAlias,
  // Looked up through the sandbox, every Math.max of a hot loop would cost a hundred times what it does.
  sandboxInjectedGlobals: ['Math'],
};

module.exports = {
  projects: [
    {
      ...plain,
      displayName: 'core',
      rootDir: __dirname,
      testMatch: ['<rootDir>/core/src/**/*.spec.ts'],
      // Packages of the server declare some of these themselves.
      sandboxInjectedGlobals: ['Math', 'Number', 'Object', 'Array', 'Infinity', 'Float64Array', 'Int32Array', 'Uint32Array', 'Uint8Array'],
    },
    { ...plain, displayName: 'server', rootDir: __dirname, testMatch: ['<rootDir>/{server/src,demo,cli,bench,scripts}/**/*.spec.ts'] },
    {
      ...angular,
      // Pure code needs no Angular compiler.
      transform: { '/core/src/.+\\.ts$': swc, ...angular.transform },
      displayName: 'web',
      rootDir: __dirname,
      testMatch: ['<rootDir>/web/src/**/*.spec.ts'],
      setupFilesAfterEnv: ['<rootDir>/web/jest.setup.ts'],
      moduleNameMapper: coreAlias,
      transformIgnorePatterns: ['node_modules/(?!.*(\\.mjs$|d3-|internmap|pure-rand|quickselect|fast-png|iobuffer|comlink|three|apexcharts))'],
    },
  ],
};
