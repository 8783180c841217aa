/** The journeys in a real browser, on the built app. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { scratchInMemory } from './scratch.mjs';
import { root, setup } from './setup.mjs';

setup({ headless: true, database: true });
scratchInMemory();
await build();
const playwright = join(root, 'node_modules/@playwright/test/cli.js');
const { status } = spawnSync(
  process.execPath,
  [playwright, 'test', '-c', join(root, 'e2e'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
