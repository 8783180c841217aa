import { and, asc, desc, isNull, sql } from 'drizzle-orm';
import { sessions } from '../db/schema.ts';

/** Where a page of sessions ended. */
export interface Cursor {
  readonly startedAt: Date;
  readonly id: string;
}

/** All sessions that count, oldest first, by keys: the last page comes as fast as the first. */
export const oldestFirst = [asc(sessions.startedAt), asc(sessions.id)];

export const countingAfter = (after: Cursor | null) =>
  and(
    isNull(sessions.removedAt),
    after === null
      ? undefined
      : sql`(${sessions.startedAt}, ${sessions.id}) > (${after.startedAt.toISOString()}::timestamptz, ${after.id}::uuid)`,
  );

export const newestFirst = [desc(sessions.startedAt), desc(sessions.id)];

/** Also of a session that was deleted since; of one the book never had nothing is before. */
export const isBefore = (id: string) =>
  sql`(${sessions.startedAt}, ${sessions.id}) < (select s.started_at, s.id from sessions s where s.id = ${id})`;

/** Page after page, each asked for from where the last one ended, until there is none. */
export async function* pageByPage<T extends Cursor>(
  next: (after: Cursor | null) => PromiseLike<T[]>,
): AsyncGenerator<T[]> {
  let after: Cursor | null = null;
  for (;;) {
    const page: T[] = await next(after);
    const last = page.at(-1);
    if (!last) return;
    after = last;
    yield page;
  }
}
