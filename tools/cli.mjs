/** Starts the command line from its TypeScript source. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root, setup } from './setup.mjs';

setup();
const done = spawnSync(
  process.execPath,
  ['--import', import.meta.resolve('tsx'), join(root, 'cli/src/main.ts'), ...process.argv.slice(2)],
  { stdio: 'inherit', cwd: process.env.INIT_CWD ?? process.cwd() },
);
process.exit(done.status ?? 2);
