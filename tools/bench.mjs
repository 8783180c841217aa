/** `npm run bench`: bundles the benchmarks as the app is bundled, and runs them. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root, setup } from './setup.mjs';

setup();
const { build } = await import('esbuild');
const outfile = join(root, '.cache/bench.mjs');
await build({
  entryPoints: [join(root, 'tools/bench/main.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: ['pg', '@electric-sql/pglite'],
  define: { MIGRATIONS: JSON.stringify(join(root, 'server/src/db/migrations')) },
  logLevel: 'error',
});
process.exit(spawnSync(process.execPath, [outfile], { cwd: root, stdio: 'inherit' }).status ?? 1);
