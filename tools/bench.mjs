/** `npm run bench`: bundles the benchmarks as the app is bundled, and runs them; then the desk in the browser. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build as buildApp } from './build.mjs';
import { root, setup } from './setup.mjs';

setup({ browser: true });
const { build } = await import('esbuild');
const outfile = join(root, '.cache/bench.mjs');
await build({
  entryPoints: [join(root, 'tools/bench/main.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: ['pg', '@electric-sql/pglite', 'highs', 'fs-native-extensions', 'autocannon'],
  define: {
    MIGRATIONS: JSON.stringify(join(root, 'server/src/db/migrations')),
    CACHE: JSON.stringify(join(root, '.cache')),
  },
  banner: {
    js: "import{createRequire as bundledRequire}from'node:module';const require=bundledRequire(import.meta.url);",
  },
  logLevel: 'error',
});
const named = process.argv.slice(2);
const done = spawnSync(process.execPath, [outfile, ...named], {
  cwd: root,
  stdio: 'inherit',
});
if (done.status || (named.length > 0 && !named.includes('desk'))) process.exit(done.status ?? 1);

await buildApp();
const port = Number(process.env.PORT ?? 4784);
const folder = mkdtempSync(join(tmpdir(), 'canter-book-bench-'));
const server = spawn(process.execPath, [join(root, 'dist/server/main.js'), '--data', folder], {
  env: { ...process.env, PORT: String(port), DATABASE_URL: '' },
});
try {
  await new Promise((open, fail) => {
    server.stdout.on('data', (d) => String(d).includes('is open at') && open());
    server.once('exit', () => fail(new Error('The server did not start.')));
  });
  const { benchBrowser } = await import('./bench/browser.mjs');
  await benchBrowser(`http://127.0.0.1:${port}`);
} finally {
  server.kill();
  await new Promise((gone) => server.once('exit', gone));
  rmSync(folder, { recursive: true, force: true });
}
