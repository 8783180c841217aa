import type { SetMark } from '../lesson/document.ts';

/**
 * The set of a plan, as it stands in the text: a comment before its first line, so that it goes with the
 * text wherever that goes.
 *
 *   `# set trot-circle 3: Circle in trot, 15 m`
 *   `# set trot-circle 3 round 2`
 */
const FORM =
  /^ set ([a-z0-9]+(?:-[a-z0-9]+)*) ([1-9]\d?)(?: round ([2-9]|[1-9]\d))?(?:: (\S.{0,399}))?$/;

/** @returns null for any other comment */
export function readSetMark(comment: string): SetMark | null {
  const [, exercise, rung, round, name] = FORM.exec(comment) ?? [];
  return exercise && exercise.length <= 80
    ? {
        exercise,
        rung: Number(rung) - 1,
        ...(round && { round: Number(round) }),
        ...(name && { name }),
      }
    : null;
}

/** Without its #. */
export const printSetMark = ({ exercise, rung, round, name }: SetMark): string =>
  ` set ${exercise} ${rung + 1}${round ? ` round ${round}` : ''}${name ? `: ${name}` : ''}`;
