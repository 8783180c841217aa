import { now, setting } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';

export const rising = setting({
  kind: 'rising',
  plain: true,
  pattern: pattern('rising'),
  apply: () => now({ seat: 'rising' }),
});

export const sitting = setting({
  kind: 'sitting',
  plain: true,
  pattern: pattern('sitting'),
  apply: () => now({ seat: 'sitting' }),
});

/** The neck lowered on a contact that is kept. */
export const stretch = setting({
  kind: 'stretch',
  plain: true,
  pattern: pattern('stretch'),
  apply: () => now({ frame: 'stretch' }),
});

export const longRein = setting({
  kind: 'long-rein',
  plain: true,
  pattern: pattern('long rein'),
  apply: () => now({ frame: 'long-rein' }),
});

/** Outer rein first, without slowing. */
export const retake = setting({
  kind: 'retake',
  plain: true,
  pattern: pattern('retake'),
  apply: () => now({ frame: 'normal' }),
});

/** The self-carriage test: the rein is given for a few strides, and nothing changes. */
export const giveAndRetake = setting({
  kind: 'give-and-retake',
  pattern: pattern('give and retake'),
  apply: () => [],
});
