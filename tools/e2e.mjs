/** The journeys in a real browser, on the built app. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { root, setup } from './setup.mjs';

setup({ browser: true });
await build();
const done = spawnSync(
  process.execPath,
  [
    join(root, 'node_modules/@playwright/test/cli.js'),
    'test',
    '-c',
    join(root, 'e2e'),
    ...process.argv.slice(2),
  ],
  { cwd: root, stdio: 'inherit' },
);
process.exit(done.status ?? 1);
