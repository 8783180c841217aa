/** Which key does what, by the place where it does it. */
export const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    'Anywhere on the desk',
    [
      ['Ctrl Z, Ctrl Y', 'undo, redo'],
      ['Space', 'ride it, stop'],
      ['← →', 'the movement before, the next one'],
      ['T, L', 'the text, the list'],
      ['Esc', 'cancel what is in the hand'],
      ['?', 'the keys; elsewhere, this help'],
    ],
  ],
  [
    'In the text',
    [
      ['Ctrl Space', 'words, and the letters that can be reached'],
      ['Esc, then Tab', 'leave the text'],
    ],
  ],
  [
    'In the list',
    [
      ['Alt ↑, Alt ↓', 'move a line'],
      ['Delete', 'delete it'],
      ['Space on the grip, ↑ ↓', 'carry it further'],
    ],
  ],
  [
    'In the arena',
    [
      ['a letter', 'lay down what is in the hand'],
      ['← → on a grip', 'another letter or size'],
      ['Ctrl and wheel', 'nearer, farther'],
    ],
  ],
];
