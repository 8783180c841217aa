/**
 * `npm test`: everything that must hold before a change lands, one clear summary at the end.
 * A failed step does not hide the others, and neither does one for which something of the system is missing.
 */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { scratchInMemory } from './scratch.mjs';
import { root, setup } from './setup.mjs';

/** What could not be set up, by what needs it: in a sentence that says how it is installed. */
const missing = {};
for (const need of ['packages', 'headless', 'database']) {
  try {
    setup({ [need]: true });
  } catch (error) {
    console.error(error.message);
    if (need === 'packages') process.exit(1);
    missing[need] = error.message;
  }
}

scratchInMemory();
const bin = (path) => join(root, 'node_modules', path);
/** Only what has changed since is looked at again. */
const cached = (tool) => [
  '--cache',
  '--cache-location',
  join(root, '.cache', tool),
  '--cache-strategy',
  'content',
];
/** The tests of the server that meet another database than PGlite: queries, revisions, migrations, the whole book. */
const MEETING_SQL = ['together', 'storage', 'wholeBook', 'api'];
/** What only reads the sources goes side by side; then one after the other, as each needs both cores. */
const STAGES = [
  [
    ['types', ['node_modules/tsc7/bin/tsc', '-b', '--noEmit']],
    ['lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0', ...cached('eslint')]],
    [
      'format',
      [
        bin('prettier/bin/prettier.cjs'),
        '--check',
        '--log-level',
        'warn',
        '.',
        ...cached('prettier'),
      ],
    ],
    ['dependency rules', ['tools/check-deps.mjs']],
  ],
  [['unit tests', ['--experimental-vm-modules', '--no-warnings', bin('jest/bin/jest.js')]]],
  [['server on PostgreSQL', ['tools/onPostgres.mjs', ...MEETING_SQL], ['database']]],
  [['build', ['tools/build.mjs']]],
  [['journeys', ['tools/e2e.mjs'], ['headless', 'database']]],
];

/** Runs a step; beside others what it says is kept, and said in one piece when it ends. */
function run([name, args, needs = []], alone) {
  const lacking = needs.find((need) => missing[need]);
  if (lacking) return { name, ok: false, left: missing[lacking] };
  const heading = `\n── ${name} ${'─'.repeat(60 - name.length)}`;
  if (alone) console.log(heading);
  const began = Date.now();
  const child = spawn(process.execPath, args, {
    cwd: root,
    stdio: alone ? 'inherit' : ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (d) => (said += d));
  return new Promise((done) => {
    child.once('close', (status) => {
      if (!alone) console.log(`${heading}\n${said}`.trimEnd());
      done({ name, ok: status === 0, seconds: (Date.now() - began) / 1000 });
    });
  });
}

const results = [];
for (const steps of STAGES) {
  results.push(...(await Promise.all(steps.map((step) => run(step, steps.length === 1)))));
}

console.log(`\n── summary ${'─'.repeat(53)}`);
for (const { name, ok, seconds, left } of results) {
  const took = left ? `left out. ${left}` : `${seconds.toFixed(1).padStart(7)} s`;
  console.log(`${left ? '–' : ok ? '✓' : '✕'} ${name.padEnd(22)} ${took}`);
}
const passed = results.filter((r) => r.ok).length;
const leftOut = results.filter((r) => r.left).length;
const failed = results.length - passed - leftOut;
console.log(
  `steps: ${passed} passed, ${failed} failed${leftOut > 0 ? `, ${leftOut} left out` : ''}`,
);
// What was not run is not known to hold.
process.exit(failed + leftOut > 0 ? 1 : 0);
