import { Sheet } from '../../ui/Sheet.tsx';

const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    'Anywhere on the desk',
    [
      ['Ctrl Z, Ctrl Y', 'undo, redo'],
      ['Space', 'ride it, stop'],
      ['← →', 'the movement before, the next one'],
      ['T, L', 'the text, the list'],
      ['Esc', 'put back what is in the hand'],
      ['?', 'this sheet'],
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
      ['Delete', 'take it out'],
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

export function HelpSheet({ open, onClose }: { open: boolean; onClose(): void }) {
  return (
    <Sheet open={open} title="Keys" onClose={onClose}>
      <div className="grid gap-5 sm:grid-cols-2">
        {KEYS.map(([where, keys]) => (
          <section key={where}>
            <h3 className="mb-1.5">{where}</h3>
            <dl className="space-y-1 text-[14px]">
              {keys.map(([key, what]) => (
                <div key={key} className="flex flex-wrap gap-x-3">
                  <dt className="font-mono text-[13px] font-bold">{key}</dt>
                  <dd className="text-soft">{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      <p className="mt-5 text-[14px] text-soft">
        One line of text is one movement: the letter first, then what is ridden there. “C circle
        left 20 x2, stretch -- let the neck go”.
      </p>
    </Sheet>
  );
}
