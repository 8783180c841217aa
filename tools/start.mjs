/** `npm start` and `npm run demo`: sets up, builds, and runs the server until Ctrl-C. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { root, setup } from './setup.mjs';

try {
  setup();
  await build();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
const server = spawn(
  process.execPath,
  [join(root, 'dist/server/main.js'), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
    cwd: root,
  },
);
// The terminal sends Ctrl-C to both; the server closes the book, and this one waits for it.
process.on('SIGINT', () => {});
process.on('SIGTERM', () => server.kill('SIGTERM'));
server.on('exit', (code, signal) => process.exit(signal ? 1 : (code ?? 1)));
