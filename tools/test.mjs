/**
 * `npm test`: everything that must hold before a change lands, one clear summary at the end.
 * Steps that need each other's result run in order; a failed step does not hide the others.
 */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root, setup } from './setup.mjs';

try {
  setup({ browser: true, database: true });
} catch (error) {
  console.error(error.message);
  process.exit(1);
}

const bin = (path) => join(root, 'node_modules', path);
const steps = [
  ['types', ['node_modules/tsc7/bin/tsc', '-b', '--noEmit']],
  ['lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']],
  ['format', [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['dependency rules', ['tools/check-deps.mjs']],
  ['unit tests', ['--experimental-vm-modules', '--no-warnings', bin('jest/bin/jest.js')]],
  ['server on PostgreSQL', ['tools/onPostgres.mjs']],
  ['build', ['tools/build.mjs']],
  ['journeys', ['tools/e2e.mjs']],
];

const results = steps.map(([name, args]) => {
  console.log(`\n── ${name} ${'─'.repeat(60 - name.length)}`);
  const began = Date.now();
  const { status } = spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' });
  return { name, ok: status === 0, seconds: (Date.now() - began) / 1000 };
});

console.log(`\n── summary ${'─'.repeat(53)}`);
for (const { name, ok, seconds } of results) {
  console.log(`${ok ? '✓' : '✕'} ${name.padEnd(22)} ${seconds.toFixed(1).padStart(7)} s`);
}
const failed = results.filter((r) => !r.ok).length;
console.log(`steps: ${results.length - failed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
