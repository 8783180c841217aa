import { describe, expect, test } from '@jest/globals';
import { observationSchema } from '@canter-book/core/observations/observation';
import { sayObservation } from '@canter-book/core/observations/observation';
import type { Entry, Values } from '@canter-book/core/observations/kind';
import { INSTRUMENTS, observationFrom } from './instruments.ts';

const base = {
  id: '0190a0b0-0000-7000-8000-000000000001',
  sessionId: '0190a0b0-0000-7000-8000-000000000002',
  at: '2026-01-01T10:00:00Z',
};
const place = { rein: 'right', gait: 'canter', itemId: 'i4' } as const;

/** An answer to an entry, as the thumb would give it: the n-th of a choice. */
function answer(entry: Entry, n: number): unknown {
  switch (entry.kind) {
    case 'choice':
      return entry.options[n % entry.options.length];
    case 'half':
    case 'number':
      return entry.from;
    case 'taps':
      return [0, 760, 1540, 2300, 3080, 3850];
    case 'clock':
      return 3.4;
    case 'counter':
      return { of: 'asked', asked: 5, soft: 3, held: [5, 2] };
    case 'words':
      return 'a light one';
  }
}

describe.each(INSTRUMENTS.map((i) => [i.name, i] as const))('%s', (_name, instrument) => {
  const filled = (n: number): Values =>
    Object.fromEntries(instrument.entries.map((entry) => [entry.name, answer(entry, n)]));

  test('makes what the book accepts, whichever answer is given, and can be said', () => {
    const most = Math.max(
      1,
      ...instrument.entries.map((e) => (e.kind === 'choice' ? e.options.length : 1)),
    );
    for (let n = 0; n < most; n++) {
      const made = observationFrom(instrument, filled(n), place, base);
      const read = observationSchema.safeParse(made);
      expect({ made, ok: read.success, issues: read.error?.issues }).toMatchObject({ ok: true });
      expect(sayObservation(made!).length).toBeGreaterThan(2);
    }
  });

  test('is not kept while an answer is missing', () => {
    const asked = instrument.entries.filter(
      (e) => !(e.kind === 'choice' && e.optional) && e.kind !== 'half' && e.kind !== 'number',
    );
    for (const entry of asked) {
      const { [entry.name]: _, ...rest } = filled(0);
      expect(observationFrom(instrument, rest, place, base)).toBeNull();
    }
  });
});
