import { sendLeftLessons } from '../features/desk/saving/autosave.ts';
import { sendLeftRides } from '../features/tests/leftRides.ts';
import { startLeftWork } from '../kept/leftWork.ts';
import type { BookStore } from './store.ts';

/** All that can be left on a page before the book has it. */
export const sendAllLeft = (store: BookStore): Promise<void> =>
  startLeftWork(store, [sendLeftLessons, sendLeftRides]);
