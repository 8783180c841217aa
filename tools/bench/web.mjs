/** What a phone sees: Lighthouse on the built app, and the bytes of each page over the wire. */
import lighthouse from 'lighthouse';
import { computeMedianRun } from 'lighthouse/core/lib/median-run.js';
import { pageFunctions } from 'lighthouse/core/lib/page-functions.js';
import { throttling } from 'lighthouse/core/config/constants.js';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../setup.mjs';

const DEBUG_PORT = 9333;
const GROUPS = ['performance', 'accessibility', 'best-practices', 'seo'];
/** The middle one counts: a single run says little on a machine that has other work. */
const RUNS = 3;

/** Lighthouse's own phone. */
const USUAL_SLOWDOWN = 4;

/**
 * How much slower than this machine the phone is. Lighthouse takes four times, for a machine of
 * index 1500 to 2000, and warns below 1000 that its phone gets slower than meant and that the
 * factor is to be calibrated (docs/throttling.md, "CPU throttling"). The steps below that are those
 * of its calculator, from memory.
 */
function slowdownFor(index) {
  if (index >= 1300) return Math.min(USUAL_SLOWDOWN, 3 + (index - 1300) / 233);
  if (index >= 800) return 2 + (index - 800) / 500;
  return 1 + Math.max(0, index - 150) / 650;
}

const WEIGHINGS = 5;

/** The middle of some: on a machine with other work one alone may be off by half. */
async function weigh(page) {
  const found = [];
  for (let i = 0; i < WEIGHINGS; i++) {
    found.push(await page.evaluate(`(${pageFunctions.computeBenchmarkIndex})()`));
  }
  return found.sort((a, b) => a - b)[Math.floor(WEIGHINGS / 2)];
}

/** @param base address of a server with the demo yard */
export async function benchWeb(base) {
  const get = async (path) => (await fetch(`${base}/api/${path}`)).json();
  const [lesson] = await get('lessons');
  const [horse] = await get('horses');
  const pages = {
    Today: '/',
    'a lesson at the desk': `/desk/${lesson.id}`,
    'a horse': `/horses/${horse.id}`,
    ringside: '/ringside',
  };
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', `--remote-debugging-port=${DEBUG_PORT}`],
  });
  const blank = await browser.newPage();
  const look = async (path, again = 2) => {
    // Each time anew: a machine with other work is another machine a minute later.
    const index = await weigh(blank);
    const slowdown = slowdownFor(index);
    const settings = { ...throttling.mobileSlow4G, cpuSlowdownMultiplier: slowdown };
    const run = await lighthouse(base + path, {
      port: DEBUG_PORT,
      output: 'json',
      logLevel: 'error',
      onlyCategories: GROUPS,
      throttling: settings,
    });
    const { runtimeError: failed } = run.lhr;
    if (failed && again === 0) throw new Error(`${path}: ${failed.message}`);
    // Now and then the browser has painted nothing, for reasons of its own.
    return failed ? look(path, again - 1) : { ...run.lhr, index, slowdown };
  };
  const table = [];
  for (const [name, path] of Object.entries(pages)) {
    const runs = [];
    for (let i = 0; i < RUNS; i++) runs.push(await look(path));
    const middle = computeMedianRun(runs);
    const { categories, audits } = middle;
    const requests = audits['network-requests'].details?.items ?? [];
    const own = requests.filter((r) => r.url.startsWith(base) && !r.url.includes('/api/'));
    const kB = (list, of) => Math.round(list.reduce((sum, r) => sum + (r[of] ?? 0), 0) / 1000);
    const scripts = own.filter((r) => r.resourceType === 'Script');
    table.push({
      page: name,
      machine: Math.round(middle.index),
      slowdown: Math.round(10 * middle.slowdown) / 10,
      ...Object.fromEntries(GROUPS.map((g) => [g, Math.round(100 * categories[g].score)])),
      'script kB over the wire': kB(scripts, 'transferSize'),
      'script kB': kB(scripts, 'resourceSize'),
      'all kB over the wire': kB(own, 'transferSize'),
    });
    const failed = Object.values(audits).filter(
      (a) => a.score !== null && a.score < 1 && a.scoreDisplayMode === 'binary',
    );
    if (failed.length > 0) console.log(`${name}: ${failed.map((a) => a.id).join(', ')}`);
  }
  console.table(table);
  await browser.close();
}
