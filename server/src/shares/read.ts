import type { Lesson } from '@canter-book/core/lesson/document';
import { aheadUntil, reportFrom } from '@canter-book/core/report/gather';
import type { Report } from '@canter-book/core/report/report';
import type { Book } from '../repositories/book.ts';
import type { Shared } from './shared.ts';

/** What a link shows, read anew each time it is opened; null when it has left the book. */

export type SharedPage =
  | { readonly kind: 'lesson'; readonly lesson: Lesson; readonly horse: string | null }
  | { readonly kind: 'report'; readonly report: Report }
  | {
      readonly kind: 'homework';
      readonly horse: string;
      readonly date: string;
      readonly said: string;
      readonly lesson: Lesson | null;
    };

export async function readShared(
  book: Book,
  what: Shared,
): Promise<(SharedPage & { title: string }) | null> {
  switch (what.kind) {
    case 'lesson': {
      const lesson = await book.lessons.get(what.lessonId);
      if (!lesson || lesson.removedAt) return null;
      const horse = lesson.horseId ? await book.horses.get(lesson.horseId) : null;
      return {
        kind: 'lesson',
        title: lesson.title,
        lesson: lesson.document,
        horse: horse?.name ?? null,
      };
    }
    case 'homework': {
      const session = await book.sessions.get(what.sessionId);
      if (!session || session.removedAt || session.homework === '') return null;
      const horse = await book.horses.get(session.horseId);
      if (!horse) return null;
      const { date, homework: said, document: lesson } = session;
      return {
        kind: 'homework',
        title: `Homework for ${horse.name}`,
        horse: horse.name,
        date,
        said,
        lesson,
      };
    }
    case 'report': {
      const report = await reportIn(book, what);
      return report && { kind: 'report', title: `Report on ${report.horse}`, report };
    }
  }
}

async function reportIn(
  book: Book,
  { horseId, from, to }: Extract<Shared, { kind: 'report' }>,
): Promise<Report | null> {
  const horse = await book.horses.get(horseId);
  if (!horse) return null;
  const { readings } = await book.evidence.readings(horseId);
  const [programme] = await book.programmes.list({ horseId });
  return reportFrom({
    horse,
    readings,
    sessions: await book.sessions.list({ horseId, since: from, limit: 400 }),
    tries: JSON.parse(await book.observations.ofHorse(horseId, ['try'], from)),
    done: await book.sessions.done(horseId),
    programme: programme ?? null,
    own: await book.exercises.list(),
    appointments: await book.appointments.list({ from: to, to: aheadUntil(to) }),
    from,
    to,
  });
}
