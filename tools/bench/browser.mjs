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
    const times = await page.evaluate(() => window.keyTimes);
    await page.getByRole('button', { name: '4×' }).click();
    await page.getByRole('button', { name: 'Ride it' }).click();
    const frames = await page.evaluate(countFrames, 4000);
    console.table({
      'key press to picture, 64 lines (ms)': { median: median(times), worst: Math.max(...times) },
      'frames a second while it plays': { median: frames.perSecond, worst: frames.slowest },
    });
  } finally {
    await browser.close();
  }
}

/** In the page: milliseconds from each key to the frame after the drawing has changed. */
function watchKeys() {
  window.keyTimes = [];
  let pressed = 0;
  document.addEventListener('keydown', () => (pressed = performance.now()), true);
  const drawing = document.querySelector('[data-testid="bench"] svg');
  new MutationObserver(() => {
    if (!pressed) return;
    const began = pressed;
    pressed = 0;
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () =>
        window.keyTimes.push(Math.round((performance.now() - began) * 10) / 10);
      channel.port2.postMessage(null);
    });
  }).observe(drawing, { subtree: true, childList: true, attributes: true });
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
