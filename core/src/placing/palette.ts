import { PALETTE_GROUPS, type Choice } from '../forms/told.ts';
import { FORM_IDS, formOf } from '../lesson/forms.ts';
import type { Item } from '../lesson/document.ts';

export type { Choice };

export interface PaletteGroup {
  readonly name: string;
  readonly choices: readonly Choice[];
}

const choice = (name: string, says: string): Choice => ({ name, says });

/** What a test sheet is marked by: the next box, another mark for the whole ride, what errors cost. */
export function sheetGroup(items: readonly Item[]): PaletteGroup {
  const boxes = items.flatMap((item) => (item.kind === 'box' ? [item.number] : []));
  return {
    name: 'Marks',
    choices: [
      choice('box', `box ${Math.min(99, Math.max(0, ...boxes) + 1)} "movement"`),
      choice('collective mark', 'collective "general impression"'),
      choice('cost of errors', 'errors points 2 4 out'),
    ],
  };
}

/** What can be laid into a lesson and is no form. */
const OTHERS: Partial<Record<(typeof PALETTE_GROUPS)[number], readonly Choice[]>> = {
  Lines: [choice('straight on to', '{a}-{b}')],
  Ground: [
    choice('three poles for trot', 'poles 3 spaced 1.3 at {a}'),
    choice('cone', 'cone {a}'),
    choice('barrel', 'barrel {a}'),
  ],
  Phase: [
    choice('in hand', 'phase in-hand 5 min'),
    choice('warm-up', 'phase warm-up 10 min'),
    choice('loosening', 'phase loosening 6 min'),
    choice('work', 'phase work 12 min'),
    choice('peak', 'phase peak 6 min'),
    choice('stretch', 'phase stretch 5 min'),
    choice('cool-down', 'phase cool-down 5 min'),
    choice('break', 'phase break 2 min'),
  ],
};

const ofForms = FORM_IDS.flatMap((id) => formOf(id).palette ?? []);

/** All that can be laid into a lesson by hand: each form says where it stands. */
export const PALETTE: readonly PaletteGroup[] = PALETTE_GROUPS.map((name) => ({
  name,
  choices: [...(OTHERS[name] ?? []), ...ofForms.filter(({ group }) => group === name)],
}));
