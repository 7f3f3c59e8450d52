// Lint, and the rule that dependencies point inward: web and server import core, core imports nothing of ours.
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

const boundary = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });
const strictStyle = {
  '@typescript-eslint/no-explicit-any': 'error',
  '@typescript-eslint/no-non-null-assertion': 'off',
  '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
  eqeqeq: 'error',
  'no-eval': 'error',
  'no-new-func': 'error',
  'no-console': 'error',
};

/** The rooms of core from the ground up: each may use those before it, none those after. */
const ROOMS = ['worksheet', 'quantity', 'inputs', 'shape', 'mechanics', 'make', 'shelf', 'need', 'process', 'records', 'life', 'lead', 'case', 'screen', 'routes', 'plan', 'decide', 'payback', 'proof', 'board', 'document'];
const coreBoundary = [
  { group: ['@cuadro/*', '**/server/**', '**/web/**', '**/demo/**', '**/bench/**'], message: 'core imports nothing of ours.' },
  { group: ['node:*', 'fs', 'path', '@angular/*', 'rxjs', 'fastify', 'drizzle-orm*', 'three'], message: 'core is pure computation: no Node, page or database.' },
];
const rooms = ROOMS.map((room, i) => ({
  files: [`core/src/${room}/**/*.ts`],
  ignores: ['**/*.spec.ts', '**/testing.ts', '**/*-testing.ts'],
  rules: boundary([...coreBoundary, { group: [...ROOMS.slice(i + 1).map((later) => `**/${later}/**`), '**/wire'], message: `${room}/ stands below it: arrows between the rooms of core go down only (docs/architecture.md).` }]),
}));

export default tseslint.config(
  { ignores: ['**/dist/**', 'node_modules/**', '.angular/**', '.cache/**', 'data/**', '**/*.cjs', 'scripts/*.mjs', 'eslint.config.mjs', 'playwright-report/**', 'test-results/**'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommended, ...tseslint.configs.stylistic],
    processor: angular.processInlineTemplates,
    rules: strictStyle,
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      ...boundary(coreBoundary),
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'localStorage', 'fetch'],
    },
  },
  ...rooms,
  { files: ['web/src/**/*.ts'], extends: [...angular.configs.tsRecommended], rules: { ...boundary([{ group: ['**/server/**', '@cuadro/server*', '**/demo/**'], message: 'The page talks to the server over the wire only.' }]), '@angular-eslint/prefer-on-push-component-change-detection': 'error' } },
  { files: ['server/src/**/*.ts'], rules: boundary([{ group: ['**/web/**', '@angular/*', '@cuadro/web*'], message: 'The server knows nothing of the page.' }]) },
  { files: ['**/*.html'], extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility] },
  { files: ['cli/**', 'bench/**', 'scripts/**'], rules: { 'no-console': 'off' } },
);
