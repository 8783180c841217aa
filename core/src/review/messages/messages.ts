import type { Fault } from '../../forms/contract.ts';
import type { SyntaxFault } from '../../notation/faults.ts';
import type { Finding } from '../finding.ts';
import type { Rule, Sentence } from '../rule.ts';
import { RULES } from '../rules/table.ts';
import { inMetres, named, oneOf } from '../wording.ts';

/** Sentences for faults of the text and the ride; each rule has its own. */

type Say<F> = (facts: F) => Sentence;
type ByCode<U extends { code: string }> = { [C in U['code']]: Say<Extract<U, { code: C }>> };

const meant = (nearest: string | null): string => (nearest ? ` Did you mean “${nearest}”?` : '');
/** A sentence on how to finish a line. */
function endsTooSoon(expected: readonly string[]): string {
  const kinds = [
    expected.some((e) => e === 'left' || e === 'right') && 'a side',
    expected.some((e) => /^\d/.test(e)) && 'a size',
    expected.some((e) => /^[A-Z]$/.test(e)) && 'a letter',
  ].filter((kind) => kind !== false);
  return kinds.length > 0 ? `Add ${kinds.join(' and ')}.` : 'This line isn’t finished.';
}
const text: ByCode<SyntaxFault> = {
  'unknown-word': ({ word, nearest }) => ({
    what: `“${word}” is not a word of the shorthand.${meant(nearest)}`,
    why: 'The line is kept as it is; nothing is ridden for it.',
  }),
  unexpected: ({ found, expected, nearest }) => ({
    what: found === null ? endsTooSoon(expected) : `“${found}” does not fit here.${meant(nearest)}`,
    why: expected.length
      ? `It could go on with ${oneOf(expected)}.`
      : 'Delete it, or begin a new line.',
  }),
  'out-of-range': ({ found, least, most, unit }) => ({
    what: `${found}${unit && ` ${unit}`} cannot be ridden.`,
    why: `Write a number from ${least} to ${most}${unit && ` ${unit}`}.`,
  }),
  'bad-header': ({ header, example }) => ({
    what: `This “${header}” line cannot be read.`,
    why: `Write it like this: ${example}`,
  }),
  'said-twice': ({ header }) => ({
    what: `“${header}” is given twice.`,
    why: 'The first one counts; delete one of them.',
  }),
  'repeat-unclosed': () => ({
    what: 'This repeat is not closed.',
    why: 'Put } on a line of its own after its last line.',
  }),
  'repeat-too-deep': ({ most }) => ({
    what: 'Too many repeats inside each other.',
    why: `At most ${most} can stand inside each other.`,
  }),
  'bracket-unopened': () => ({
    what: 'This } closes nothing.',
    why: 'Delete it, or begin with “repeat 3 {” above.',
  }),
  'note-unfit': ({ length, most }) =>
    length > most
      ? {
          what: 'This note to the rider is too long.',
          why: `It has ${length} characters, and a note holds ${most}. Say it in fewer words.`,
        }
      : {
          what: 'A note to the rider cannot have a # in it.',
          why: 'A # begins a comment. Write the note without it.',
        },
  'too-many-at-once': ({ most }) => ({
    what: 'There are too many instructions in one line.',
    why: `A line holds at most ${most}; write the rest on the next line.`,
  }),
  'line-too-long': ({ most }) => ({
    what: 'This line is too long to be kept.',
    why: `Only its first ${most} characters are; write the rest on lines of its own.`,
  }),
  'too-long': ({ most }) => ({
    what: 'The lesson is too long to read.',
    why: `Only the first ${most} lines are read.`,
  }),
};

const ride: ByCode<Fault> = {
  'place-not-reached': ({ place, reached }) => ({
    what: `This line doesn’t pass ${place}.`,
    why: reached.length
      ? `From here it reaches ${oneOf(reached)}.`
      : 'It reaches no letter from here.',
  }),
  'no-such-letter': ({ letter, known }) => ({
    what: `There is no letter ${letter} in this arena.`,
    why: known.length ? `It has ${oneOf(known)}.` : 'Choose a letter of this arena.',
  }),
  'course-not-continued': ({ near }) => ({
    what: `The line ends at ${near} and nothing says where to go next.`,
    why: 'Add “track left” or “track right”, or a halt before the end.',
  }),
  'turns-back': ({ from, to }) => ({
    what: `From ${from} to ${to} the horse would have to turn round.`,
    why: 'Change the rein before, or name the letters the other way round.',
  }),
  'route-missing': ({ kind }) => ({
    what: `“${named(kind)}” needs two letters.`,
    why: 'Say from where to where, for example K-H.',
  }),
  'route-once': ({ kind, times }) => ({
    what: `“${named(kind)}” on a line from letter to letter cannot be ridden x${times}.`,
    why: 'After the first time the horse is at its end. Ride back first, or put the way there and back into a repeat.',
  }),
  'no-room': ({ kind, wantedM, roomM }) => ({
    what: `There is no room here for the ${named(kind)}.`,
    why: `It needs ${inMetres(wantedM)}, and there are ${inMetres(roomM)}.`,
  }),
  'wrong-place': ({ kind, wants }) => ({
    what: `The ${named(kind)} cannot be ridden from here.`,
    why: `It wants ${wants}.`,
  }),
  'wrong-gait': ({ kind, wants }) => ({
    what: `A ${named(kind)} needs ${wants}.`,
    why: `Ask for ${wants} on a line before.`,
  }),
  'repeat-open': ({ near, place }) => ({
    what: `The repeat does not lead back to ${place}.`,
    why: `At its end the horse is near ${near}, on a line that doesn’t pass ${place}. Change the rein before the end.`,
  }),
  'too-many-movements': ({ most }) => ({
    what: `The repeats make more than ${most} movements.`,
    why: 'Only the first of them are ridden. Check the counts of the repeats.',
  }),
  'pace-resumed': ({ gait, pace }) => ({
    what: `No pace is named here: ${pace} ${gait} is taken up again.`,
    why: 'Name the pace after a halt or a break, so that it can be called.',
  }),
};

const RULE_OF = new Map<string, Rule>(RULES.map((rule) => [rule.code, rule]));

export function sentenceOf({ from, code, facts }: Finding): Sentence {
  if (from === 'rule') return RULE_OF.get(code)!.say(facts);
  const said = (from === 'text' ? text : ride) as Record<string, Say<unknown>>;
  return said[code]!(facts);
}
