import type { Item } from '../lesson/document.ts';
import { parseLesson } from '../notation/parse.ts';

/** The lines of a template as items of a lesson. */
export const itemsIn = (text: string, newId: () => string): Item[] =>
  parseLesson(text, newId).lesson.items;
