/** The journeys in a real browser, on the built app. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { startPostgres } from './postgres.mjs';
import { scratchInMemory } from './scratch.mjs';
import { root, setup } from './setup.mjs';

setup({ browser: true, database: true });
scratchInMemory();
await build();
const run = (config, env = {}) =>
  spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/@playwright/test/cli.js'),
      'test',
      '--pass-with-no-tests',
      '-c',
      join(root, 'e2e', config),
      ...process.argv.slice(2),
    ],
    { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } },
  ).status ?? 1;
const inFolder = run('playwright.config.ts');
console.log('On PostgreSQL:');
const postgres = await startPostgres();
const inSchool = run('playwright.school.config.ts', { E2E_POSTGRES: postgres.url });
postgres.stop();
process.exit(inFolder || inSchool);
