/** `npm run bench`: bundles the benchmarks as the app is bundled, and runs them; then the desk in the browser. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build as buildApp } from './build.mjs';
import { root, setup } from './setup.mjs';

setup({ browser: true, database: process.argv.includes('school') });
const { build } = await import('esbuild');
const outfile = join(root, '.cache/bench.mjs');
await build({
  entryPoints: [join(root, 'tools/bench/main.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: [
    'pg',
    '@electric-sql/pglite',
    'highs',
    'fs-native-extensions',
    '@node-rs/argon2',
    'autocannon',
  ],
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
const wanted = (name) => named.length === 0 || named.includes(name);
/** Benches that need a browser; the others are in the bundle. */
const IN_BROWSER = ['desk', 'web'];
if (named.length === 0 || named.some((n) => !IN_BROWSER.includes(n))) {
  const { status } = spawnSync(process.execPath, [outfile, ...named], {
    cwd: root,
    stdio: 'inherit',
  });
  if (status) process.exit(status);
}
if (!IN_BROWSER.some(wanted)) process.exit(0);

await buildApp();
const port = Number(process.env.PORT ?? 4784);
for (const name of IN_BROWSER.filter(wanted)) {
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-bench-'));
  const demo = name === 'web' ? ['--demo'] : [];
  const server = spawn(
    process.execPath,
    [join(root, 'dist/server/main.js'), '--data', folder, ...demo],
    { env: { ...process.env, PORT: String(port), DATABASE_URL: '' } },
  );
  try {
    await new Promise((open, fail) => {
      server.stdout.on('data', (d) => String(d).includes('is open at') && open());
      server.once('exit', () => fail(new Error('The server did not start.')));
    });
    const base = `http://127.0.0.1:${port}`;
    if (name === 'desk') await (await import('./bench/browser.mjs')).benchBrowser(base);
    else await (await import('./bench/web.mjs')).benchWeb(base);
  } finally {
    server.kill();
    await new Promise((gone) => server.once('exit', gone));
    for (const path of [folder, `${folder}-backups`])
      rmSync(path, { recursive: true, force: true });
  }
}
