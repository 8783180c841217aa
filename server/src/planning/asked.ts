import { LONG_ARENA } from '@canter-book/core/arena/arena';
import { z } from '@canter-book/core/schema';
import { EQUIPMENT } from '@canter-book/core/exercises/exercise';
import { shelfWith } from '@canter-book/core/exercises/shelf';
import { idSchema } from '@canter-book/core/fields';
import { horseFileOf } from '@canter-book/core/planner/fromBook';
import { keptIn } from '@canter-book/core/planner/kept';
import { themeOn } from '@canter-book/core/programme/today';
import { profileOfFile, wishesSchema, type PlanRequest } from '@canter-book/core/planner/request';
import { notFound } from '../problem.ts';
import type { Book } from '../repositories/book.ts';

/** A request for a plan: the wishes; the rest comes from the book. */
export const askedSchema = z.extend(z.omit(wishesSchema, { own: true, kept: true }), {
  minutes: z._default(wishesSchema.shape.minutes, 45),
  arena: z._default(wishesSchema.shape.arena, LONG_ARENA),
  equipment: z._default(z.array(z.enum(EQUIPMENT)), []),
  /** Who rides; without it the first of the horse's riders. */
  riderId: z.optional(idSchema),
  /** A lesson planned before: what was changed in it by hand stays. */
  lessonId: z.optional(idSchema),
});

export type Asked = z.infer<typeof askedSchema>;

/** @throws Problem 404 when the horse, the rider or the lesson is not in the book */
export async function requestFor(
  book: Book,
  horseId: string,
  { equipment, riderId, lessonId, ...wishes }: Asked,
): Promise<PlanRequest> {
  const horse = await book.horses.get(horseId);
  if (!horse) throw notFound('horse');
  const rides = riderId ?? horse.riderIds[0];
  const rider = rides ? await book.riders.get(rides) : null;
  if (riderId && !rider) throw notFound('rider');
  const lesson = lessonId ? await book.lessons.get(lessonId) : null;
  if (lessonId && !lesson) throw notFound('lesson');
  const [readings, done, own, programmes] = await Promise.all([
    book.evidence.readings(horseId),
    book.sessions.done(horseId),
    book.exercises.list(),
    book.programmes.list({ horseId }),
  ]);
  const { date } = wishes;
  const theme = themeOn(programmes[0], date);
  const file = horseFileOf({ horse, readings, done, equipment, rider, theme, date });
  const exercises = own.map((o) => o.exercise);
  const kept = lesson
    ? keptIn(lesson.document, profileOfFile(file, date), shelfWith(exercises))
    : [];
  return { horse: file, wishes: { ...wishes, own: exercises, kept } };
}
