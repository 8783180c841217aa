import { endMin, startMin, type Occurrence } from '@canter-book/core/calendar/occurrences';
import type { SessionSummary } from '@canter-book/core/book/summaries';

/** The state of an appointment on a day. */
export type State = 'cancelled' | 'taught' | 'under way' | 'to come' | 'missed';

/** The session that was begun from it, or else one of its horse on that day. */
export function sessionOf(
  { appointment, date }: Occurrence,
  sessions: readonly SessionSummary[],
): SessionSummary | null {
  const onDay = sessions.filter((s) => s.date === date);
  return (
    onDay.find((s) => s.appointmentId === appointment.id) ??
    onDay.find((s) => s.horseId === appointment.horseId && !s.appointmentId) ??
    null
  );
}

/** Whether something of its debrief is left to do: a lesson without a single mark. */
export const isToFinish = (s: SessionSummary): boolean => s.endedAt !== null && s.marks === 0;

/**
 * @param now minutes since midnight on its day; null on another day
 */
export function stateOf(
  o: Occurrence,
  session: SessionSummary | null,
  { isPast, now }: { isPast: boolean; now: number | null },
): State {
  if (o.cancelled !== null) return 'cancelled';
  if (session) return session.endedAt === null ? 'under way' : 'taught';
  if (isPast || (now !== null && endMin(o) < now)) return 'missed';
  return 'to come';
}

/** The one that is next: the first that has not ended and is not taught. */
export function nextOf<T extends { o: Occurrence; state: State }>(
  all: readonly T[],
  now: number | null,
): T | null {
  if (now === null) return null;
  return (
    all.find((x) => x.state === 'under way') ??
    all.find(
      (x) => x.state === 'to come' && x.o.appointment.horseId !== null && endMin(x.o) > now,
    ) ??
    null
  );
}

/** Occurrences that overlap stand side by side: the place of each, and how many share it. */
export function sideBySide(all: readonly Occurrence[]): { place: number; of: number }[] {
  const places = all.map(() => ({ place: 0, of: 1 }));
  let group: number[] = [];
  let ends = -1;
  const close = () => {
    const columns: number[] = [];
    for (const i of group) {
      const free = columns.findIndex((end) => end <= startMin(all[i]!));
      const place = free < 0 ? columns.length : free;
      columns[place] = endMin(all[i]!);
      places[i]!.place = place;
    }
    for (const i of group) places[i]!.of = columns.length;
    group = [];
  };
  for (const [i, o] of all.entries()) {
    if (startMin(o) >= ends) close();
    group.push(i);
    ends = Math.max(ends, endMin(o));
  }
  close();
  return places;
}
