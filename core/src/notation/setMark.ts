import type { SetMark } from '../lesson/document.ts';

/**
 * The set of a plan, as it stands in the text: a comment before its first line, so that it goes with the
 * text wherever that goes.
 *
 *   `# set trot-circle 3: Circle in trot, 15 m`
 */
const FORM = /^ set ([a-z0-9]+(?:-[a-z0-9]+)*) ([1-9]\d?)(?:: (\S.{0,399}))?$/;

/** @returns null for any other comment */
export function readSetMark(comment: string): SetMark | null {
  const [, exercise, rung, name] = FORM.exec(comment) ?? [];
  return exercise && exercise.length <= 80
    ? { exercise, rung: Number(rung) - 1, ...(name && { name }) }
    : null;
}

/** Without its #. */
export const printSetMark = ({ exercise, rung, name }: SetMark): string =>
  ` set ${exercise} ${rung + 1}${name ? `: ${name}` : ''}`;
