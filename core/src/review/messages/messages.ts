import type { Fault } from '../../forms/contract.ts';
import type { SyntaxFault } from '../../notation/faults.ts';
import { roundTo } from '../../units.ts';
import type { Finding, RuleCode, RuleFacts, SourceKind } from '../finding.ts';

/** What is the matter, and what to do about it. */
export interface Sentence {
  readonly what: string;
  readonly why: string;
}

type Say<F> = (facts: F) => Sentence;
type ByCode<U extends { code: string }> = { [C in U['code']]: Say<Extract<U, { code: C }>> };

const m = (metres: number): string => `${roundTo(metres, 1)} m`;
const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;
const meant = (nearest: string | null): string => (nearest ? ` Did you mean “${nearest}”?` : '');
const time = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${roundTo(seconds / 60, 1)} min`;
const named = (kind: string): string => kind.replaceAll('-', ' ');

const text: ByCode<SyntaxFault> = {
  'unknown-word': ({ word, nearest }) => ({
    what: `“${word}” is not a word of the shorthand.${meant(nearest)}`,
    why: 'The line is kept as it is; nothing is ridden for it.',
  }),
  unexpected: ({ found, expected, nearest }) => ({
    what:
      found === null ? 'The line ends too soon.' : `“${found}” does not fit here.${meant(nearest)}`,
    why: expected.length
      ? `It could go on with ${list(expected)}.`
      : 'Take it out, or begin a new line.',
  }),
  'bad-header': ({ header, example }) => ({
    what: `This “${header}” line cannot be read.`,
    why: `Write it like this: ${example}`,
  }),
  'said-twice': ({ header }) => ({
    what: `“${header}” is said twice.`,
    why: 'The first one holds; take one of them out.',
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
    why: 'Take it out, or begin with “repeat 3 {” above.',
  }),
  'too-long': ({ most }) => ({
    what: 'The lesson is too long to read.',
    why: `Only the first ${most} lines are read.`,
  }),
};

const ride: ByCode<Fault> = {
  'place-not-reached': ({ place, reached }) => ({
    what: `The present course never comes to ${place}.`,
    why: reached.length
      ? `From here it reaches ${list(reached)}.`
      : 'It reaches no letter from here.',
  }),
  'no-such-letter': ({ letter, known }) => ({
    what: `There is no letter ${letter} in this arena.`,
    why: known.length ? `It has ${list(known)}.` : 'Choose one that stands in the arena.',
  }),
  'course-not-continued': ({ near }) => ({
    what: `The line ends at ${near} and nothing says how it goes on.`,
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
  'route-not-used': ({ kind }) => ({
    what: `“${named(kind)}” begins at one letter.`,
    why: 'Take the second letter away.',
  }),
  'no-room': ({ kind, wantedM, roomM }) => ({
    what: `There is no room here for the ${named(kind)}.`,
    why: `It needs ${m(wantedM)}, and there are ${m(roomM)}.`,
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
    why: `At its end the horse is near ${near}, on a course that never comes to ${place}. Change the rein before the end.`,
  }),
  'pace-resumed': ({ gait, pace }) => ({
    what: `No pace is named here: ${pace} ${gait} is taken up again.`,
    why: 'Name the pace after a halt or a break, so that it can be called.',
  }),
};

const rules: { [C in RuleCode]: Say<RuleFacts[C]> } = {
  'figure-leaves-arena': ({ kind, overM }) => ({
    what: `This ${named(kind)} goes ${m(overM)} over the rail.`,
    why: 'Turn to the other side, make it smaller, or begin it elsewhere.',
  }),
  'wrong-lead': ({ lead, rein }) => ({
    what: `Canter on the ${lead} lead round a turn of the ${rein} rein.`,
    why: 'If it is meant, write counter-canter; if not, change the lead or trot before the turn.',
  }),
  'circle-too-small': ({ diameterM, smallestM, gait, stage }) => ({
    what: `${m(diameterM)} is small for stage ${stage} in ${gait}.`,
    why: `At this stage the balance is there from ${m(smallestM)}.`,
  }),
  'reins-uneven': ({ rein, sharePercent }) => ({
    what: `${sharePercent} % of the work is on the ${rein} rein.`,
    why: 'Neither rein should have less than a third.',
  }),
  'warm-up-missing': ({ walkedS }) => ({
    what:
      walkedS > 0
        ? `Only ${time(walkedS)} of walk before the work.`
        : 'The work begins without a warm-up.',
    why: 'Begin with a warm-up phase, or at least five minutes of walk.',
  }),
  'walk-at-end-missing': ({ walkedS }) => ({
    what:
      walkedS > 0 ? `Only ${time(walkedS)} of walk at the end.` : 'The lesson ends without walk.',
    why: 'Walk for five to ten minutes, on a long rein.',
  }),
  'transition-drilled': ({ from, to, letter, times }) => ({
    what: `From ${from} to ${to} at ${letter}, ${times} times.`,
    why: 'After three times the horse learns the place instead of the aid. Ask for it elsewhere.',
  }),
};

const all = { text, ride, rule: rules } as unknown as Record<string, Record<string, Say<unknown>>>;

export function sentenceOf(finding: Finding): Sentence {
  return all[finding.from]![finding.code]!(finding.facts);
}

export const SOURCE_WORDS: Readonly<Record<SourceKind, string>> = {
  rule: 'rule',
  study: 'study',
  practice: 'common practice',
};
