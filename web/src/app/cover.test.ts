import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { longDate, today } from './dates.ts';
import { TABS } from './spine.ts';

/** The cover says what the page says that takes its place. */

const script = readFileSync(resolve('web/public/cover.js'), 'utf8');

const { stackTraceLimit } = Error;
beforeEach(() => void jest.useFakeTimers());
afterEach(() => {
  Error.stackTraceLimit = stackTraceLimit;
  delete document.documentElement.dataset['teaching'];
  jest.useRealTimers();
  window.history.replaceState(null, '', '/');
});

function headingAt(address: string): string {
  window.history.replaceState(null, '', address);
  const tabs = TABS.map((tab) => `<a href="${tab.to}" data-heading="${tab.heading}"></a>`);
  document.body.innerHTML = `<div id="root">${tabs.join('')}<h1></h1></div>`;
  new Function(script)();
  document.dispatchEvent(new Event('readystatechange'));
  return document.querySelector('h1')!.textContent;
}

test('of Today it is the day, each day of a year', () => {
  for (let day = 0; day < 366; day++) {
    jest.setSystemTime(new Date(2028, 0, 1 + day, 12));
    expect(headingAt('/')).toBe(longDate(today()));
  }
});

test('of a tab it is the heading of its page; of anything else the page says it itself', () => {
  for (const { to, heading } of TABS.slice(1)) expect(headingAt(to)).toBe(heading);
  for (const other of [
    '/?view=week',
    '/?day=2026-03-04',
    '/desk/one',
    '/timetable',
    '/ringside/one',
  ])
    expect(headingAt(other)).toBe('');
  expect(document.querySelector('[aria-current]')?.getAttribute('href')).toBe('/ringside');
});

test('where the app does not come it says so, and leads back to the same page', () => {
  const opening = '<div class="cover"><p>Opening the book …</p></div>';
  const afterwards = (isThere: boolean) => {
    headingAt('/desk/one');
    document.getElementById('root')!.innerHTML = isThere ? '<p>The desk</p>' : opening;
    jest.advanceTimersByTime(19_000);
    expect(document.querySelector('p')!.textContent).not.toMatch(/slow/);
    jest.advanceTimersByTime(2_000);
    return document.querySelector('p')!;
  };
  expect(afterwards(true).textContent).toBe('The desk');
  const said = afterwards(false);
  expect(said.textContent).toBe('The book is slow to open. Check the connection. Try again');
  expect(said.querySelector('a')!.href).toBe(`${window.location.origin}/desk/one`);
});
