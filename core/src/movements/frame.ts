import { now, setting } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';

export const rising = setting({
  kind: 'rising',
  plain: true,
  pattern: pattern('rising'),
  apply: () => now({ seat: 'rising' }),
  also: ['rising'],
  examples: [{ line: 'B trot, rising', metres: 0 }],
  help: [
    {
      section: 'Paces and halts',
      line: 'B trot, rising',
      says: 'Rising or sitting, until the other is said.',
    },
  ],
});

export const sitting = setting({
  kind: 'sitting',
  plain: true,
  pattern: pattern('sitting'),
  apply: () => now({ seat: 'sitting' }),
  also: ['sitting'],
  examples: [{ line: 'B trot, sitting', metres: 0 }],
  help: [{ section: 'Paces and halts', line: 'B trot, sitting', says: 'And down again.' }],
});

/** The neck lowered on a contact that is kept. */
export const stretch = setting({
  kind: 'stretch',
  plain: true,
  pattern: pattern('stretch'),
  apply: () => now({ frame: 'stretch' }),
  also: ['stretch'],
  examples: [{ line: 'C circle left 20, stretch', metres: 20 * Math.PI }],
  palette: [{ group: 'Paces', name: 'stretch', says: '{a} stretch' }],
  help: [
    {
      section: 'Paces and halts',
      line: 'C circle left 20, stretch, retake at three-quarter',
      says: 'The neck lets out, and comes back.',
    },
  ],
});

export const longRein = setting({
  kind: 'long-rein',
  plain: true,
  pattern: pattern('long rein'),
  apply: () => now({ frame: 'long-rein' }),
  also: ['long rein'],
  examples: [{ line: 'B-M walk free, long rein', metres: 24 }],
  help: [
    { section: 'Paces and halts', line: 'A walk free, long rein', says: 'A stretch in walk.' },
  ],
});

/** Outer rein first, without slowing. */
export const retake = setting({
  kind: 'retake',
  aside: true,
  plain: true,
  pattern: pattern('retake'),
  apply: () => now({ frame: 'normal' }),
  also: ['retake'],
  examples: [{ line: 'C circle left 20, stretch, retake at three-quarter', metres: 20 * Math.PI }],
  palette: [{ group: 'Paces', name: 'retake', says: '{a} retake' }],
});

/** The self-carriage test: the rein is given for a few strides, and nothing changes. */
export const giveAndRetake = setting({
  kind: 'give-and-retake',
  pattern: pattern('give and retake'),
  apply: () => [],
  also: ['give and retake'],
  examples: [
    { line: 'B give and retake', metres: 0 },
    { line: 'C circle left 20, give and retake at half', metres: 20 * Math.PI },
  ],
  palette: [{ group: 'Paces', name: 'give and retake', says: '{a} give and retake' }],
  help: [
    {
      section: 'Paces and halts',
      line: 'C circle left 20, give and retake at half',
      says: 'The rein given for a few strides: nothing changes.',
    },
  ],
});
