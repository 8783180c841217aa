/** Makes docs/screenshots from the demo data: one picture of each main view. */
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { CHROMIUM, root, setup } from './setup.mjs';

setup({ browser: true });
await build();
const { chromium } = await import('@playwright/test');

const port = Number(process.env.PORT ?? 4783);
const base = `http://127.0.0.1:${port}`;
const folder = mkdtempSync(join(tmpdir(), 'canter-book-shots-'));
const server = spawn(
  process.execPath,
  [join(root, 'dist/server/main.js'), '--demo', '--data', folder],
  {
    env: { ...process.env, PORT: String(port), DATABASE_URL: '' },
  },
);
await new Promise((done, fail) => {
  server.stdout.on('data', (d) => String(d).includes('is open at') && done());
  server.once('exit', () => fail(new Error('The server did not start.')));
});

const get = async (path) => (await fetch(`${base}/api/${path}`)).json();
const tansy = (await get('horses')).find((h) => h.name === 'Tansy').id;
const lesson = (await get('lessons')).find((l) => l.horseId === tansy).id;
const [ride] = await get(`rides?horseId=${tansy}`);
const session = (await get(`sessions?horseId=${tansy}`))[0].id;

const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const out = join(root, 'docs/screenshots');
mkdirSync(out, { recursive: true });

const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ['--no-sandbox', '--disable-gpu'],
});
async function shot(name, path, viewport, prepare = async () => {}, at = null) {
  const page = await browser.newPage({ viewport, locale: 'en-GB' });
  if (at) await page.clock.setFixedTime(new Date(`${new Date().toISOString().slice(0, 10)}${at}`));
  await page.goto(base + path);
  await page.waitForLoadState('networkidle');
  await prepare(page);
  await page.waitForTimeout(900);
  await page.screenshot({ path: join(out, `${name}.png`) });
  await page.close();
}

/** Spoils one line, so that a slip shows, and moves the play head into the work. */
async function atTheDesk(page) {
  await page.getByText('circle right 15', { exact: false }).first().waitFor();
  await page.locator('.cm-line', { hasText: /^B circle right 15/ }).click();
  await page.keyboard.press('End');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('0');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('8');
  await page.getByRole('slider', { name: 'Place of the play head' }).evaluate((range) => {
    range.value = '500';
    range.dispatchEvent(new Event('input', { bubbles: true }));
  });
}

async function teach(page) {
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  const next = page.getByRole('button', { name: 'next', exact: true });
  for (let i = 0; i < 6; i++) await next.click();
  for (let i = 0; i < 7; i++) await page.getByRole('button', { name: /Tap along/ }).click();
  await page.getByRole('button', { name: /^good/ }).click();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: /Tap along/ }).click();
}

await shot('today', '/', WIDE, undefined, 'T10:02:00');
await shot('week', '/?view=week', WIDE);
await shot('programme', `/horses/${tansy}/programme`, WIDE, async (page) => {
  await page.getByRole('region', { name: 'The weeks', exact: true }).waitFor({ timeout: 60_000 });
});
await shot('horses', '/horses', WIDE);
await shot('horse', `/horses/${tansy}`, WIDE);
await shot('horse-phone', `/horses/${tansy}`, PHONE);
await shot('plan', `/horses/${tansy}/plan`, WIDE, async (page) => {
  await page.getByRole('heading', { name: /^Work/ }).waitFor({ timeout: 60_000 });
});
await shot('shelf', `/shelf?horse=${tansy}`, WIDE);
await shot('exercise', '/shelf/shoulder-in', WIDE);
await shot('debrief', `/debrief/${session}`, WIDE);
await shot('progress', `/progress/${tansy}`, WIDE);
await shot('yard', '/progress', WIDE);
await shot('ringside-phone', `/ringside?horse=${tansy}`, PHONE, teach);
await shot('test', `/tests/${ride.lessonId}`, WIDE, async (page) => {
  await page.getByLabel('Ready for it?').selectOption({ label: 'Tansy' });
});
await shot('marking-phone', `/tests/rides/${ride.id}/mark`, PHONE);
await shot('calling-phone', `/tests/${ride.lessonId}/call?horse=${tansy}`, PHONE, async (page) => {
  await page.getByLabel('Behind it').selectOption({ label: 'Bollard' });
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('button', { name: 'go', exact: true }).click();
  await page.getByRole('button', { name: 'at X' }).click();
});
await shot('result', `/tests/rides/${ride.id}`, WIDE);
await shot('book', '/book', WIDE);
await shot('desk', `/desk/${lesson}`, WIDE, atTheDesk);
await browser.close();
const gone = new Promise((done) => server.once('exit', done));
server.kill('SIGTERM');
await gone;
for (const path of [folder, `${folder}-backups`]) rmSync(path, { recursive: true, force: true });
console.log('docs/screenshots is up to date.');
