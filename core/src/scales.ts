/** The six scales of training, in order. Source: common practice of the classical school. */
export const SCALES = [
  'rhythm',
  'suppleness',
  'contact',
  'impulsion',
  'straightness',
  'collection',
] as const;

export type Scale = (typeof SCALES)[number];

/** The sign of each scale, in a few words. */
export const SCALE_WORDS: Readonly<Record<Scale, string>> = {
  rhythm: 'even beats, steady tempo',
  suppleness: 'bends both ways, swings',
  contact: 'seeks the hand, light, even',
  impulsion: 'from behind, in front of the leg',
  straightness: 'hind feet follow fore feet',
  collection: 'shorter, higher, still light',
};

/** The words of the marks. Source: international dressage rules (from memory). */
const MARK_WORDS = [
  'not executed',
  'very bad',
  'bad',
  'fairly bad',
  'insufficient',
  'sufficient',
  'satisfactory',
  'fairly good',
  'good',
  'very good',
  'excellent',
] as const;

/** The word of a mark 0…10; a half mark takes the word below it. */
export const markWord = (mark: number): string => MARK_WORDS[Math.floor(mark)] ?? '';
