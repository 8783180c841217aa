import { afterEach, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import type { Observation } from '@canter-book/core/observations/observation';
import { INSTRUMENTS } from './instruments.ts';
import { InstrumentSheet } from './InstrumentSheet.tsx';

afterEach(cleanup);

const SESSION = '0190a0b0-0000-7000-8000-000000000002';

function open(name: string) {
  const onKeep = jest.fn<(observation: Observation) => void>();
  const place = { rein: 'left', gait: 'trot', itemId: 'i4' } as const;
  render(<InstrumentSheet sessionId={SESSION} place={place} onKeep={onKeep} onClose={() => {}} />);
  fireEvent.click(screen.getByRole('button', { name }));
  return onKeep;
}
const press = (group: string, name: string) =>
  fireEvent.click(within(screen.getByRole('group', { name: group })).getByText(name));

test('what is kept has the rein and the gait that were chosen, and the line that is ridden', () => {
  const onKeep = open('contact');
  press('rein', '◑ right');
  press('gait', 'canter');
  press('of a movement', 'during');
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(onKeep.mock.calls[0]![0]).toMatchObject({
    ...{ kind: 'contact', rein: 'right', gait: 'canter', itemId: 'i4', when: 'during' },
  });
});

test.each(INSTRUMENTS.map((i) => [i.name, i.place] as const))(
  '%s asks for the rein and the gait it is kept with, and for no more',
  (name, place) => {
    open(name);
    const asks = (group: string) => screen.queryByRole('group', { name: group }) !== null;
    expect(asks('rein')).toBe(place !== 'none');
    expect(asks('gait')).toBe(place === 'line' || place === 'rein and gait');
  },
);
