/** Lines of code by workspace, and the share of tests. */
import { execSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';

const files = execSync('git ls-files --cached --others --exclude-standard', { encoding: 'utf8' })
  .split('\n')
  .filter(
    (f) => /\.(tsx?|mts|mjs|js|cjs|css)$/.test(f) && !/migrations\//.test(f) && existsSync(f),
  );
// Test files, journeys, and what only tests use.
const isTest = (f) => /(\.test\.|\.spec\.|^e2e\/|\/src\/testing\/)/.test(f);
const lines = (list) =>
  list.reduce((sum, f) => sum + readFileSync(f, 'utf8').split('\n').length, 0);
const row = (name, list) => {
  const tests = lines(list.filter(isTest));
  const all = lines(list);
  console.log(
    `${name.padEnd(8)} ${String(all).padStart(7)} lines  ${String(tests).padStart(6)} of them tests  ${((100 * tests) / Math.max(1, all)).toFixed(0).padStart(3)} %`,
  );
};
for (const workspace of ['core', 'server', 'web', 'cli', 'e2e', 'tools']) {
  row(
    workspace,
    files.filter((f) => f.startsWith(`${workspace}/`)),
  );
}
row('all', files);
