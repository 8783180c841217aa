import type { Session } from './records.ts';

/** Characters, as the record allows. */
const MOST_WORDS = { notes: 2000, homework: 400 } as const;

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
    notes: bothWords(current.notes, sent.notes, MOST_WORDS.notes),
    homework: bothWords(current.homework, sent.homework, MOST_WORDS.homework),
  };
}

/**
 * What `mergeSession` had no room for, part by part, to be kept as notes of the session; empty where all fitted.
 *
 * @param current as the book has it
 * @param sent as the ringside has it
 */
export const wordsLeftOut = (current: Session, sent: Session): string[] =>
  (['notes', 'homework'] as const)
    .filter((part) => !bothWords(current[part], sent[part], MOST_WORDS[part]).includes(sent[part]))
    .map((part) => (part === 'homework' ? `Homework: ${sent.homework}` : sent.notes));

function bothWords(current: string, sent: string, most: number): string {
  if (sent.trim() === '' || current.includes(sent)) return current;
  if (sent.includes(current)) return sent;
  const both = `${current}\n${sent}`;
  // Both would not fit: what is in the book stays.
  return both.length <= most ? both : current;
}
