/** Bundles the fuzzer and runs it; see fuzz.ts. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root, setup } from './setup.mjs';

setup();
const { build } = await import('esbuild');
const outfile = join(root, '.cache/fuzz.mjs');
await build({
  entryPoints: [join(root, 'tools/fuzz.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'error',
});
process.exit(
  spawnSync(process.execPath, [outfile, ...process.argv.slice(2)], { stdio: 'inherit' }).status ??
    1,
);
