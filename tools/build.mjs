/** Builds the web app and the server into dist/, when their sources have changed since the last time. */
import { createHash } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { freshBook } from './freshBook.mjs';
import { root, setup } from './setup.mjs';

const dist = join(root, 'dist');
const stamp = join(dist, 'built-from');

function filesIn(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesIn(path) : [path];
  });
}

function sourcesHash() {
  const hash = createHash('sha256');
  const sources = ['core/src', 'server/src', 'web/src', 'web/public', 'web/build'].flatMap((f) =>
    filesIn(join(root, f)),
  );
  const configs = [
    'package-lock.json',
    'web/index.html',
    'web/vite.config.ts',
    'tools/build.mjs',
  ].map((f) => join(root, f));
  for (const file of [...sources, ...configs].sort()) {
    if (statSync(file).isFile()) hash.update(file.slice(root.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/**
 * @param out the folder of the program; what PGlite loads by itself comes to lie beside that folder
 * @param more modules that are wanted by themselves
 */
export async function buildServer(out, more = []) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: ['main', 'planning/thread', 'keeping/main', ...more].map((path) => ({
      in: join(root, 'server/src', `${path}.ts`),
      // Beside main.js: the database lies there.
      out: path === 'keeping/main' ? 'keep' : path,
    })),
    outdir: out,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    minifyWhitespace: true,
    minifySyntax: true,
    external: ['pg-native', 'fs-native-extensions', 'highs', '@node-rs/argon2'],
    logLevel: 'warning',
    banner: {
      js: "import{createRequire as bundledRequire}from'node:module';const require=bundledRequire(import.meta.url);",
    },
  });
  cpSync(join(root, 'server/src/db/migrations'), join(out, 'migrations'), { recursive: true });
  const pglite = dirname(
    execFileSync(process.execPath, ['-p', "require.resolve('@electric-sql/pglite')"], {
      cwd: join(root, 'server'),
      encoding: 'utf8',
    }).trim(),
  );
  for (const file of ['pglite.wasm', 'pglite.data', 'initdb.wasm']) {
    if (existsSync(join(pglite, file))) cpSync(join(pglite, file), join(out, file));
  }
  // Where PGlite looks for it: beside the folder of the module that asks.
  cpSync(join(pglite, 'pg_trgm.tar.gz'), join(dirname(out), 'pg_trgm.tar.gz'));
}

function buildWeb() {
  const vite = join(root, 'node_modules/vite/bin/vite.js');
  execFileSync(
    process.execPath,
    [vite, 'build', '--logLevel', 'warn', '--outDir', join(dist, 'web'), '--emptyOutDir'],
    {
      cwd: join(root, 'web'),
      stdio: 'inherit',
    },
  );
}

/** What is worth packing, and small enough that packing it as tightly as can be does not take long. */
const PACKED = /\.(js|css|html|svg|json|wasm|webmanifest)$/;
const LEAST_BYTES = 1024;
const TIGHTEST_BYTES = 1e6;

/** Each file beside itself as .br and .gz, so that the server only has to send it. */
function packWeb() {
  for (const file of filesIn(join(dist, 'web'))) {
    const bytes = PACKED.test(file) ? readFileSync(file) : Buffer.alloc(0);
    if (bytes.length < LEAST_BYTES) continue;
    const quality = bytes.length > TIGHTEST_BYTES ? 9 : 11;
    const params = { [constants.BROTLI_PARAM_QUALITY]: quality };
    writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params }));
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
  }
}

export async function build() {
  const hash = sourcesHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  console.log('Building …');
  rmSync(stamp, { force: true });
  mkdirSync(dist, { recursive: true });
  buildWeb();
  packWeb();
  await buildServer(join(dist, 'server'));
  await freshBook(join(dist, 'server/fresh-book'));
  writeFileSync(stamp, hash);
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  setup();
  await build();
}
