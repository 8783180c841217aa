/** What a phone sees: Lighthouse on the built app, and the bytes of each page over the wire. */
import lighthouse from 'lighthouse';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../setup.mjs';

const DEBUG_PORT = 9333;
const GROUPS = ['performance', 'accessibility', 'best-practices', 'seo'];

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
  const table = [];
  for (const [name, path] of Object.entries(pages)) {
    const run = await lighthouse(base + path, {
      port: DEBUG_PORT,
      output: 'json',
      logLevel: 'error',
      onlyCategories: GROUPS,
    });
    const { categories, audits } = run.lhr;
    const requests = audits['network-requests'].details?.items ?? [];
    const own = requests.filter((r) => r.url.startsWith(base) && !r.url.includes('/api/'));
    const kB = (list, of) => Math.round(list.reduce((sum, r) => sum + (r[of] ?? 0), 0) / 1000);
    const scripts = own.filter((r) => r.resourceType === 'Script');
    table.push({
      page: name,
      // What this machine is worth: the phone that Lighthouse plays is four times as slow.
      machine: Math.round(run.lhr.environment.benchmarkIndex),
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
