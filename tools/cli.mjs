#!/usr/bin/env node
/** The command line: compiled once, kept in .cache, and compiled again when a source is newer. */
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root, setup } from './setup.mjs';

setup();
/** The book itself, not a file of it: done by the server's own code. */
const KEEPING = ['backup', 'check', 'restore', 'move', 'invite'];
if (KEEPING.includes(process.argv[2])) {
  const { build } = await import('./build.mjs');
  await build();
  if (process.env.INIT_CWD) process.chdir(process.env.INIT_CWD);
  await import(pathToFileURL(join(root, 'dist/server/keep.js')).href);
} else {
  await readLesson();
}

/** Every other verb reads a file and computes. */
async function readLesson() {
  const out = join(root, '.cache/cli');
  const main = join(out, 'main.mjs');

  const newest = (folder) =>
    readdirSync(folder, { withFileTypes: true, recursive: true })
      .filter((entry) => entry.isFile())
      .reduce(
        (latest, { parentPath, name }) =>
          Math.max(latest, statSync(join(parentPath, name)).mtimeMs),
        0,
      );

  if (
    !existsSync(main) ||
    statSync(main).mtimeMs < Math.max(newest(join(root, 'core/src')), newest(join(root, 'cli/src')))
  ) {
    const { build } = await import('esbuild');
    await build({
      entryPoints: [join(root, 'cli/src/main.ts')],
      outdir: out,
      outExtension: { '.js': '.mjs' },
      bundle: true,
      splitting: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      external: ['highs'],
      logLevel: 'error',
      banner: {
        js: "import{createRequire as bundledRequire}from'node:module';const require=bundledRequire(import.meta.url);",
      },
    });
  }
  // Started by npm it stands in the project's folder; files are meant from where it was called.
  if (process.env.INIT_CWD) process.chdir(process.env.INIT_CWD);
  await import(pathToFileURL(main).href);
}
