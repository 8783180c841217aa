import type { Instruction, Item, Lesson, Place } from './document.ts';

/** The new name of each letter and each side. */
export interface Relabelling {
  letter(name: string): string;
  side(side: 'left' | 'right'): 'left' | 'right';
  /** A whole place at once, where its letters depend on one another. */
  place?(place: Place): Place;
}

/** The lesson with other letters and sides, and all else as it was. */
export function relabelLesson(lesson: Lesson, labels: Relabelling): Lesson {
  const start = lesson.start && {
    ...lesson.start,
    letter: labels.letter(lesson.start.letter),
    rein: labels.side(lesson.start.rein),
  };
  return {
    ...lesson,
    ...(start && { start }),
    items: lesson.items.map((item) => relabelItem(item, labels)),
  };
}

export function relabelItem(item: Item, labels: Relabelling): Item {
  if (item.kind === 'repeat') {
    return { ...item, items: item.items.map((inner) => relabelItem(inner, labels)) };
  }
  if (item.kind === 'ground') return { ...item, letter: labels.letter(item.letter) };
  if (item.kind !== 'line') return item;
  const place = item.place && (labels.place ?? ((p) => relabelPlace(p, labels)))(item.place);
  return { ...item, place, instructions: item.instructions.map((i) => relabelled(i, labels)) };
}

export function relabelPlace(place: Place, { letter }: Pick<Relabelling, 'letter'>): Place {
  switch (place.kind) {
    case 'at':
      return { ...place, letter: letter(place.letter) };
    case 'along':
      return { ...place, from: letter(place.from), to: letter(place.to) };
    case 'route':
      return { ...place, letters: place.letters.map(letter) };
    case 'between':
      return { ...place, letters: [letter(place.letters[0]), letter(place.letters[1])] };
  }
}

function relabelled(instruction: Instruction, { letter, side }: Relabelling): Instruction {
  const value = (v: unknown): unknown => {
    if (v === 'left' || v === 'right') return side(v);
    if (typeof v !== 'string' || !/^[A-Z](-[A-Z])?$/.test(v)) return v;
    return v
      .split('-')
      .map((name) => letter(name))
      .join('-');
  };
  const { params, at } = instruction;
  return {
    ...instruction,
    params: Object.fromEntries(Object.entries(params).map(([key, v]) => [key, value(v)])),
    ...(at && { at: at.length === 1 ? letter(at) : at }),
  };
}
