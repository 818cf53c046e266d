import { join } from 'node:path';

/** Everything is turned into CommonJS by swc, so that Jest needs no flag for modules. */
const esmOnly = [
  '@nestjs',
  'file-type',
  'strtok3',
  'token-types',
  'uint8array-extras',
  '@tokenizer',
  '@borewit',
  '@tanstack',
  'simple-statistics',
  'd3-array',
  'd3-random',
  'manifold-3d',
  'internmap',
  'pdfjs-dist',
];

/**
 * A test looks its globals up through the vm module's interceptors, each time; as parameters of every module it does not, and the
 * plans' tests take a quarter of the time. Nothing that fake timers replace may stand here, nor a name that a package declares.
 */
const globals = ['Array', 'Error', 'Float64Array', 'JSON', 'Math', 'Number', 'Object', 'String', 'Symbol', 'WeakMap'];

const base = {
  transform: {
    '^.+\\.(tsx?|m?js)$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true, decorators: true },
          transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${esmOnly.join('|')})/)`],
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    // It names no entry for require.
    '^manifold-3d$': join(import.meta.dirname, 'node_modules/manifold-3d/manifold.js'),
  },
  modulePathIgnorePatterns: ['/dist/'],
  sandboxInjectedGlobals: globals,
  testEnvironmentOptions: { customExportConditions: ['@tare/source', 'node', 'node-addons', 'require', 'default'] },
};

/** The packages import nothing that has a `Map` or an `Infinity` of its own. */
const pure = { ...base, sandboxInjectedGlobals: [...globals, 'Infinity', 'Map', 'Set'] };

const web = {
  ...base,
  rootDir: 'apps/web',
  testEnvironment: 'jsdom',
  setupFiles: [join(import.meta.dirname, 'apps/web/src/testingBrowser.ts')],
  testEnvironmentOptions: { customExportConditions: ['@tare/source', 'browser', 'require', 'default'] },
};

export default {
  // Servers and databases start inside hooks, and these machines stall.
  testTimeout: 60000,
  projects: [
    { ...pure, displayName: 'core', rootDir: 'packages/core' },
    { ...pure, displayName: 'solver', rootDir: 'packages/solver' },
    { ...pure, displayName: 'mesh', rootDir: 'packages/mesh' },
    { ...pure, displayName: 'contract', rootDir: 'packages/contract' },
    { ...pure, displayName: 'card', rootDir: 'packages/card' },
    { ...base, displayName: 'standins', rootDir: 'apps/standins' },
    { ...base, displayName: 'server', rootDir: 'apps/server' },
    { ...web, displayName: 'web', testMatch: ['**/*.test.ts'] },
    {
      ...web,
      displayName: 'screens',
      testMatch: ['**/*.test.tsx'],
      setupFilesAfterEnv: [join(import.meta.dirname, 'apps/web/src/testingScreens.ts')],
    },
  ],
};
