import { afterEach, expect, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import type { DatedMark } from '@canter-book/core/progress/standing';
import { dateOf } from '@canter-book/core/progress/days';
import { Ahead } from './Ahead.tsx';

afterEach(cleanup);

const TODAY = 20_000;
/** Marked twice a week for ten weeks, a little better each time. */
const readings: DatedMark[] = Array.from({ length: 20 }, (_, i) => ({
  scale: 'contact',
  rein: 'left',
  day: TODAY - 3.5 * (19 - i),
  value: 4 + 0.08 * i + (i % 2 ? 0.2 : -0.2),
}));

test('says how likely a level is by a day, and where nothing can be said', () => {
  render(<Ahead readings={readings} today={TODAY} />);
  const rows = within(screen.getByRole('list', { name: /^Likely on / })).getAllByRole('listitem');
  const contact = rows.find((r) => /^contact .*left/.test(r.textContent!))!;
  const chance = () => Number(/(\d+) % to be at/.exec(contact.textContent!)?.[1]);
  const [low, high] = /between ([\d.]+) and ([\d.]+)/
    .exec(within(contact).getByRole('img').getAttribute('aria-label')!)!
    .slice(1)
    .map(Number);
  expect(high! - low!).toBeGreaterThan(0.4);
  expect(low).toBeGreaterThan(4.5);
  const six = chance();
  expect(six).toBeGreaterThan(10);
  // More is asked: less likely.
  fireEvent.click(within(screen.getByRole('spinbutton')).getByRole('button', { name: /more|\+/i }));
  expect(chance()).toBeLessThan(six);
  expect(rows.filter((r) => r.textContent!.includes('too little seen to tell'))).toHaveLength(11);
  fireEvent.change(screen.getByLabelText('On'), { target: { value: dateOf(TODAY + 400) } });
  expect(contact.textContent).toContain('too far ahead to tell');
  // A day that is gone is not taken.
  fireEvent.change(screen.getByLabelText('On'), { target: { value: dateOf(TODAY - 3) } });
  expect(contact.textContent).toContain('too far ahead to tell');
});
