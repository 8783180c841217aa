import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';

const swc = (jsx) => [
  '<rootDir>/tools/ownGlobals.mjs',
  {
    jsc: {
      parser: { syntax: 'typescript', tsx: jsx },
      transform: { react: { runtime: 'automatic' } },
      target: 'es2022',
    },
    module: { type: 'es6' },
  },
];

/** The solver as well, so that it has its globals at hand. */
const IN_NODE = { '\\.tsx?$|/highs/.*\\.mjs$': swc(false) };

const project = (name, more = {}) => ({
  displayName: name,
  rootDir: dirname(fileURLToPath(import.meta.url)),
  roots: [`<rootDir>/${name}`],
  testMatch: [`<rootDir>/${name}/**/*.test.{ts,tsx}`],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '\\.tsx?$': swc(true) },
  transformIgnorePatterns: ['/node_modules/(?!highs/)'],
  moduleNameMapper: {
    '^@canter-book/core/(.*)$': '<rootDir>/core/src/$1.ts',
    '^@canter-book/server/(.*)$': '<rootDir>/server/src/$1.ts',
  },
  ...more,
});

export default {
  // Jest leaves a core free; on two that is half of the machine.
  maxWorkers: '100%',
  testSequencer: '<rootDir>/tools/slowFirst.mjs',
  // Against a test that hangs: a database may open slowly on a busy machine.
  testTimeout: 120_000,
  projects: [
    { ...project('core'), transform: IN_NODE },
    {
      ...project('server'),
      transform: IN_NODE,
      // It begins books in folders of its own, whatever the others stand on.
      testPathIgnorePatterns: [
        '/node_modules/',
        '/dist/',
        ...(process.env.TEST_DATABASE_URL ? ['/durability\\.test\\.ts$'] : []),
      ],
      globalSetup: '<rootDir>/tools/beforeServerTests.mjs',
    },
    { ...project('cli'), transform: IN_NODE },
    project('web', {
      testEnvironment: '<rootDir>/web/jest.environment.mjs',
      setupFilesAfterEnv: ['<rootDir>/web/src/testing/patience.ts'],
      moduleNameMapper: {
        '^@canter-book/core/(.*)$': '<rootDir>/core/src/$1.ts',
        '\\.css$': '<rootDir>/web/src/testing/empty.ts',
      },
    }),
  ],
};
