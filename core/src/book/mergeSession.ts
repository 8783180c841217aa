import type { Session } from './records.ts';

/**
 * A session that was saved in another place while it was taught from here: what the ringside says (when it
 * ended, how long it was) goes on top of what was written elsewhere, and no words are lost.
 *
 * @param current as the book has it
 * @param sent as the ringside has it
 */
export function mergeSession(current: Session, sent: Session): Session {
  const { removedAt: _, ...kept } = current;
  return {
    ...kept,
    // Discarded or taken up again at the ringside: that was the later word.
    ...(sent.removedAt !== undefined && { removedAt: sent.removedAt }),
    endedAt: sent.endedAt ?? current.endedAt,
    minutes: sent.minutes ?? current.minutes,
    // What was ridden is what the ringside says: it may have been changed there.
    document: sent.document ?? current.document,
    riderId: current.riderId ?? sent.riderId,
    notes: bothWords(current.notes, sent.notes, 2000),
    homework: bothWords(current.homework, sent.homework, 400),
  };
}

function bothWords(current: string, sent: string, most: number): string {
  if (sent.trim() === '' || current.includes(sent)) return current;
  if (sent.includes(current)) return sent;
  const both = `${current}\n${sent}`;
  // Both would not fit: what is in the book stays.
  return both.length <= most ? both : current;
}
