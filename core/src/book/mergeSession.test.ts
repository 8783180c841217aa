import { expect, test } from '@jest/globals';
import { mergeSession, wordsLeftOut } from './mergeSession.ts';
import type { Session } from './records.ts';

const session: Session = {
  id: '0190a0b0-0000-7000-8000-000000000001',
  revision: 2,
  horseId: '0190a0b0-0000-7000-8000-000000000002',
  riderId: null,
  lessonId: null,
  document: null,
  date: '2026-01-01',
  startedAt: '2026-01-01T10:00:00Z',
  endedAt: null,
  minutes: null,
  notes: '',
  homework: '',
};

test('the end of the lesson goes on top of what was written elsewhere', () => {
  const current = { ...session, homework: 'Two quiet halts', notes: 'fresh today' };
  const sent = { ...session, revision: 1, endedAt: '2026-01-01T10:40:00Z', minutes: 40 };
  expect(mergeSession(current, sent)).toEqual({
    ...current,
    endedAt: '2026-01-01T10:40:00Z',
    minutes: 40,
  });
});

test('words of both are kept, once each; what would be too long stays as the book has it', () => {
  const [a, b] = [
    { ...session, notes: 'soft', homework: 'one' },
    { ...session, notes: 'windy', homework: 'one' },
  ];
  expect(mergeSession(a, b)).toMatchObject({ notes: 'soft\nwindy', homework: 'one' });
  expect(mergeSession(mergeSession(a, b), b).notes).toBe('soft\nwindy');
  const long = { ...session, homework: 'x'.repeat(390) };
  expect(mergeSession(long, { ...session, homework: 'y'.repeat(30) }).homework).toBe(long.homework);
});

test('words for which there is no room are told, so that they can be kept elsewhere', () => {
  const current = { ...session, notes: 'x'.repeat(1990), homework: 'y'.repeat(390) };
  const sent = { ...session, notes: 'stiff on the left', homework: 'Ten straight strides' };
  expect(wordsLeftOut(current, sent)).toEqual([
    'stiff on the left',
    'Homework: Ten straight strides',
  ]);
  expect(wordsLeftOut({ ...current, notes: 'soft' }, { ...sent, homework: '' })).toEqual([]);
  const both = mergeSession(current, sent);
  for (const words of [sent.notes, sent.homework])
    expect([both.notes, both.homework, ...wordsLeftOut(current, sent)].join()).toContain(words);
});

test('discarded at the ringside it leaves, taken up again it comes back', () => {
  const removedAt = '2026-01-01T10:05:00Z';
  expect(mergeSession(session, { ...session, removedAt }).removedAt).toBe(removedAt);
  expect(mergeSession({ ...session, removedAt }, session)).not.toHaveProperty('removedAt');
});

test('the lesson as it was ridden is the ringside’s; where it says none, the book’s stays', () => {
  const planned = { version: 1, items: [] } as const;
  const ridden = { ...planned, title: { text: 'Changed at the ringside' } };
  const written = (document: object | null) => ({ ...session, document }) as Session;
  expect(mergeSession(written(planned), written(ridden)).document).toEqual(ridden);
  expect(mergeSession(written(planned), written(null)).document).toEqual(planned);
});
