/** Jest's server tests on a PostgreSQL server of their own; arguments go on to Jest. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { startPostgres } from './postgres.mjs';
import { scratchInMemory } from './scratch.mjs';
import { root, setup } from './setup.mjs';

setup({ database: true });
scratchInMemory();
const postgres = await startPostgres();
const { status } = spawnSync(
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    join(root, 'node_modules/jest/bin/jest.js'),
    // Names of tests go first: after it they would be read as names of projects.
    ...process.argv.slice(2),
    '--selectProjects',
    'server',
  ],
  { cwd: root, stdio: 'inherit', env: { ...process.env, TEST_DATABASE_URL: postgres.url } },
);
postgres.stop();
process.exit(status ?? 1);
