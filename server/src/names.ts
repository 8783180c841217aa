import { setTimeout as wait } from 'node:timers/promises';
import { idSchema } from '@canter-book/core/fields';
import type { Book } from './repositories/book.ts';
import type { Devices } from './repositories/door/stores.ts';
import { may, whoAsks } from './routes/access.ts';
import type { NameOf } from './webFiles.ts';

/** Longer than this no page waits for its heading: it can ask for it itself. */
const MOST_MS = 100;

/** Names for the headings of pages, for whoever may see all of the book. */
export function namesIn(book: Book, devices: Devices): NameOf {
  const names: Readonly<Record<string, (id: string) => Promise<string | undefined>>> = {
    lessons: async (id) => (await book.lessons.get(id))?.title,
    horses: async (id) => (await book.horses.get(id))?.name,
  };
  return async (of, said, req, res) => {
    const id = idSchema.safeParse(said);
    const named = names[of];
    if (!named || !id.success) return null;
    const { role } = await whoAsks(req, res, devices);
    if (!may(role, 'team')) return null;
    const late = wait(MOST_MS, null, { ref: false });
    return (await Promise.race([named(id.data), late])) ?? null;
  };
}
