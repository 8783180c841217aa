/** Checks the dependency rules, and that the checker has really seen the modules. */
import { spawnSync } from 'node:child_process';

const FEWEST_MODULES = 100;
const run = spawnSync(
  process.execPath,
  [
    'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'json',
    'core/src',
    'server/src',
    'web/src',
    'cli/src',
  ],
  { encoding: 'utf8', maxBuffer: 1 << 28 },
);
if (!run.stdout) {
  process.stderr.write(run.stderr);
  process.exit(1);
}
const { summary } = JSON.parse(run.stdout);
for (const v of summary.violations) console.error(`${v.rule.name}: ${v.from} -> ${v.to}`);
console.log(
  `dependency rules: ${summary.totalCruised} modules, ${summary.violations.length} violations`,
);
if (summary.totalCruised < FEWEST_MODULES) {
  console.error(`Only ${summary.totalCruised} modules were seen: the check itself is broken.`);
  process.exit(1);
}
process.exit(summary.violations.length > 0 ? 1 : 0);
