/** The desk in the real browser: from a key press to the new picture, and frames while it plays. */
import { chromium } from '@playwright/test';

const BLOCK = [
  'A trot working',
  'C circle left 20',
  'H-X-F change rein',
  'A circle right 20, stretch',
  'K-H loop 5',
  'B circle right 15',
  'M-X-K change rein, canter left at X',
  'A circle left 20',
  'B trot working',
  'C walk medium',
  'E half circle left 10 return H',
  'M-X-K change rein',
].join('\n');
const KEYS = 30;

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

const spread = (ms) => ({ median: Math.round(median(ms)), worst: Math.round(Math.max(...ms)) });

/** @param {string} url of a running book */
export async function benchBrowser(url) {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${url}/desk`);
    const text = `lesson "Bench"\narena 20x60\nstart A walk medium left\nphase work 30 min\n${`${BLOCK}\n`.repeat(5)}`;
    await page
      .getByLabel('A lesson as a file')
      .setInputFiles({ name: 'bench.cbk', mimeType: 'text/plain', buffer: Buffer.from(text) });
    const editor = page.getByRole('textbox', { name: 'The lesson in shorthand' });
    await editor.press('Control+End');
    await page.keyboard.type('E circle left 1');
    await page.waitForTimeout(1500);
    await page.evaluate(watchKeys);
    for (let i = 0; i < KEYS; i++) {
      // 10 m, 1 m, 10 m …: each key changes the picture.
      await page.keyboard.press(i % 2 ? 'Backspace' : '0');
      await page.waitForTimeout(220);
    }
    const { painted, onScreen } = await page.evaluate(() => ({
      painted: window.painted,
      onScreen: window.onScreen,
    }));
    await page.getByRole('button', { name: '4×' }).click();
    await page.getByRole('button', { name: 'Ride it' }).click();
    const frames = await page.evaluate(countFrames, 4000);
    console.table({
      'key press to picture, 64 lines, painted (ms)': spread(painted),
      'the same, on the screen (ms)': spread(onScreen),
      'frames a second while it plays': { median: frames.perSecond, worst: frames.slowest },
    });
  } finally {
    await browser.close();
  }
}

/**
 * In the page, two times for each key that changed the picture: until the page has painted it and handed
 * it over, and until the browser has it on the screen, as it tells itself (in steps of 8; the part of
 * the graphics is done in software here). Source of the second: W3C Event Timing API.
 */
function watchKeys() {
  window.painted = [];
  window.onScreen = [];
  let pressed = 0;
  document.addEventListener('keydown', () => (pressed = performance.now()), true);
  new MutationObserver(() => {
    if (!pressed) return;
    const began = pressed;
    pressed = 0;
    requestAnimationFrame(() =>
      scheduler.postTask(() => window.painted.push(performance.now() - began), {
        priority: 'user-blocking',
      }),
    );
  }).observe(document.querySelector('[data-testid="bench"] svg'), {
    subtree: true,
    childList: true,
    attributes: true,
  });
  new PerformanceObserver((list) => {
    const keys = list.getEntries().filter((e) => e.interactionId && e.name === 'keydown');
    if (keys.length > 0) window.onScreen.push(Math.max(...keys.map((e) => e.duration)));
  }).observe({ type: 'event', durationThreshold: 16 });
}

/** In the page: how many frames were drawn, and the longest between two, as frames a second. */
function countFrames(ms) {
  return new Promise((done) => {
    const began = performance.now();
    let last = began;
    let longest = 0;
    let count = 0;
    const tick = (now) => {
      count++;
      longest = Math.max(longest, now - last);
      last = now;
      if (now - began < ms) requestAnimationFrame(tick);
      else
        done({ perSecond: Math.round(count / (ms / 1000)), slowest: Math.round(1000 / longest) });
    };
    requestAnimationFrame(tick);
  });
}
