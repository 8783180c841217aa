/** `npm run joins`: every figure after every other, all pairs of them. The tests try a tenth. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root, setup } from './setup.mjs';

setup();
const { status } = spawnSync(
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    join(root, 'node_modules/jest/bin/jest.js'),
    'joins',
  ],
  { cwd: root, stdio: 'inherit', env: { ...process.env, JOINS: 'all' } },
);
process.exit(status ?? 1);
