const IN_WORDS = ['never', 'once', 'twice', 'three', 'four', 'five', 'six', 'seven', 'eight'];

/** "twice", "three times", "12 times". */
export const timesInWords = (n: number): string =>
  n <= 2 ? IN_WORDS[n]! : `${IN_WORDS[n] ?? n} times`;
