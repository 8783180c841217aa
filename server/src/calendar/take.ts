import { readdir, readFile, stat } from 'node:fs/promises';
import { basename, extname, join } from 'node:path';
import { v7 } from 'uuid';
import { busyCalendarSchema, type BusyCalendar } from '@canter-book/core/calendar/appointment';
import { TIMETABLE_ID } from '@canter-book/core/calendar/clock';
import type { Book } from '../repositories/book.ts';
import { busyHoursIn } from './read.ts';

/** A calendar of somebody's own comes into the book: sent, or put into a folder that is watched. */

export interface Taken {
  readonly name: string;
  readonly instructor: string;
  readonly riderId: string | null;
  readonly text: string;
  /** The clock of the yard. */
  readonly zone: string;
  readonly today: string;
}

/**
 * A file of the same name and person is the same calendar, read again.
 *
 * @throws Problem when it is no calendar
 */
export async function takeCalendar(
  book: Book,
  { text, zone, today, ...whose }: Taken,
): Promise<{ calendar: BusyCalendar; isNew: boolean }> {
  const hours = busyHoursIn(text, zone, today);
  const known = (await book.busy.list()).find(
    (b) =>
      b.name === whose.name && b.instructor === whose.instructor && b.riderId === whose.riderId,
  );
  const calendar = busyCalendarSchema.parse({
    id: known?.id ?? v7(),
    revision: known?.revision ?? 0,
    ...whose,
    hours,
    readAt: new Date().toISOString(),
  });
  return { calendar: await book.busy.save(calendar), isNew: !known };
}

/**
 * Reads the calendar files of a folder that have changed since they were last read. A file is named after the person
 * it belongs to: an instructor of the timetable, or a rider.
 *
 * @param read when each file was read, by its name: remembered between calls
 * @returns what could not be read, in words
 */
export async function readFolder(
  book: Book,
  folder: string,
  read: Map<string, number>,
  now = new Date(),
): Promise<string[]> {
  const names = await readdir(folder).catch(() => []);
  const said: string[] = [];
  for (const name of names.filter((n) => extname(n).toLowerCase() === '.ics')) {
    const path = join(folder, name);
    const { mtimeMs } = await stat(path);
    if (read.get(name) === mtimeMs) continue;
    read.set(name, mtimeMs);
    const whose = await whoseIs(book, basename(name, extname(name)));
    if (!whose) {
      said.push(`${name}: nobody of that name teaches or rides here.`);
      continue;
    }
    try {
      const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
      const today = now.toISOString().slice(0, 10);
      await takeCalendar(book, { name, ...whose, text: await readFile(path, 'utf8'), zone, today });
    } catch (error) {
      said.push(`${name}: ${(error as { detail?: string }).detail ?? (error as Error).message}`);
    }
  }
  return said;
}

async function whoseIs(book: Book, person: string) {
  const same = (name: string) => name.toLowerCase() === person.toLowerCase();
  const timetable = await book.timetable.get(TIMETABLE_ID);
  const instructor = timetable?.instructors.find(same);
  if (instructor) return { instructor, riderId: null };
  const rider = (await book.riders.list()).find((r) => same(r.name));
  return rider ? { instructor: '', riderId: rider.id } : null;
}
