import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen } from '@testing-library/react';
import { findExercise } from '@canter-book/core/exercises/catalogue';
import type { SetId } from '@canter-book/core/planner/marks';
import { FakeServer, renderIn, someHorse } from '../../../testing/render.tsx';
import { derive } from '../derive.ts';
import { DeskProvider, useDeskModel } from '../deskModel.ts';
import SetReasons from './SetReasons.tsx';

afterEach(cleanup);

const shoulderIn = findExercise('shoulder-in')!;
const own = {
  ...shoulderIn,
  id: 'shoulder-in-mine',
  name: 'Shoulder-in, my way',
  remarks: { 'light-rein': 'From the outside knee.' },
};

function Reasons({ text, mark }: { text: string; mark: SetId }) {
  const horses = [someHorse({ approach: 'stretch-first' })];
  const { model } = useDeskModel(derive(text, horses), horses);
  return (
    <DeskProvider value={model}>
      <SetReasons mark={mark} />
    </DeskProvider>
  );
}

function open(text: string, mark: SetId) {
  new FakeServer({ '/api/exercises': [{ id: 'x', revision: 1, exercise: own }] });
  renderIn(<Reasons text={text} mark={mark} />);
}

describe('why a line is there', () => {
  test('says the exercise and its rung, what must be seen, when to leave, what mends it', () => {
    open('A trot working\n', { exercise: 'shoulder-in', rung: 1 });
    const said = screen.getByRole('complementary', { name: 'Why it is there' }).textContent!;
    expect(said).toContain('Shoulder-in · half a side in trot');
    expect(said).toContain(shoulderIn.purpose);
    expect(said).toContain(`${shoulderIn.good.measure}: ${shoulderIn.good.threshold}`);
    expect(said).toContain(shoulderIn.leaveWhen);
    expect(
      screen
        .getByRole('link', { name: findExercise(shoulderIn.repair!)!.name })
        .getAttribute('href'),
    ).toBe(`/shelf/${shoulderIn.repair}`);
  });

  test.each([
    ['A trot working\n', 'steady-hand'],
    ['horse "Marram"\nA trot working\n', 'stretch-first'],
    ['horse "Marram"\napproach light-rein\nA trot working\n', 'light-rein'],
  ] as const)('of %j it says what %s says', (text, approach) => {
    open(text, { exercise: 'shoulder-in', rung: 0 });
    const said = screen.getByRole('complementary').textContent!;
    expect(said).toContain(`By ${approach.replace('-', ' ')}: ${shoulderIn.remarks[approach]!}`);
  });

  test('an exercise of one’s own is known too; one that is gone says nothing', async () => {
    open('approach light-rein\nA trot working\n', { exercise: own.id, rung: 0 });
    await screen.findByText('Shoulder-in, my way');
    screen.getByText('From the outside knee.');
    cleanup();
    open('A trot working\n', { exercise: 'gone', rung: 0 });
    expect(screen.queryByRole('complementary')).toBeNull();
  });
});
