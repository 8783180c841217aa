import { FORM_IDS, formOf } from '../../forms/table.ts';
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
/** What has to be added to a line that is not finished. */
function endsTooSoon(expected: readonly string[]): string {
  const kinds = [
    expected.some((e) => e === 'left' || e === 'right') && 'a side',
    expected.some((e) => /^\d/.test(e)) && 'a size',
    expected.some((e) => /^[A-Z]$/.test(e)) && 'a letter',
  ].filter((kind) => kind !== false);
  return kinds.length > 0 ? `Add ${kinds.join(' and ')}.` : 'This line isn’t finished.';
}
const time = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${roundTo(seconds / 60, 1)} min`;

/** The words of each kind of movement, as the shorthand writes them. */
const WORDS = new Map(
  FORM_IDS.map((id) => {
    const { kind, pattern } = formOf(id);
    const [plain = ''] = pattern.source.split(/[[{]/);
    return [kind, plain.trim().replaceAll(/\/\S+/g, '')] as const;
  }).filter(([, words]) => words !== ''),
);
/** Where the word of the shorthand is no name. */
const NAMES: Readonly<Record<string, string>> = {
  'changes-every': 'row of changes',
  'collect-forward': 'shortening and letting go',
  'collect-on-the-spot': 'canter on the spot',
  'hold-soft': 'holding and softening',
  'weave-poles': 'weaving of the poles',
  transitions: 'row of transitions',
  transition: 'change of pace',
  line: 'line',
  track: 'track',
};

const named = (kind: string): string => NAMES[kind] ?? WORDS.get(kind) ?? kind;

const text: ByCode<SyntaxFault> = {
  'unknown-word': ({ word, nearest }) => ({
    what: `“${word}” is not a word of the shorthand.${meant(nearest)}`,
    why: 'The line is kept as it is; nothing is ridden for it.',
  }),
  unexpected: ({ found, expected, nearest }) => ({
    what: found === null ? endsTooSoon(expected) : `“${found}” does not fit here.${meant(nearest)}`,
    why: expected.length
      ? `It could go on with ${list(expected)}.`
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
    why: known.length ? `It has ${list(known)}.` : 'Choose a letter of this arena.',
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
  'route-once': ({ kind, times }) => ({
    what: `“${named(kind)}” on a line from letter to letter cannot be ridden x${times}.`,
    why: 'After the first time the horse is at its end. Ride back first, or put the way there and back into a repeat.',
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
  'too-many-movements': ({ most }) => ({
    what: `The repeats make more than ${most} movements.`,
    why: 'Only the first of them are ridden. Check the counts of the repeats.',
  }),
  'pace-resumed': ({ gait, pace }) => ({
    what: `No pace is named here: ${pace} ${gait} is taken up again.`,
    why: 'Name the pace after a halt or a break, so that it can be called.',
  }),
};

const rules: { [C in RuleCode]: Say<RuleFacts[C]> } = {
  'figure-leaves-arena': ({ kind, overM }) => ({
    what: `This ${named(kind)} leaves the arena by ${m(overM)}.`,
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
  'arena-too-small': ({ diameterM, widthM }) => ({
    what: `${m(diameterM)} does not fit into an arena ${m(widthM)} wide.`,
    why: 'Make it smaller, or ride it in a wider arena.',
  }),
  'loops-too-tight': ({ loops, loopM, smallestM, gait }) => ({
    what: `With ${loops} loops each turn is ${m(loopM)} wide: tight in ${gait}.`,
    why: `At this stage turns are balanced from ${m(smallestM)}. Ride fewer loops.`,
  }),
  'stretch-too-small': ({ diameterM, leastM }) => ({
    what: `A stretch on a circle of ${m(diameterM)} is hard to keep in balance.`,
    why: `Ask for it on a line, or on a circle from ${m(leastM)}.`,
  }),
  'not-yet': ({ kind, from, stage }) => ({
    what: `The ${named(kind)} belongs to stage ${from}; this horse is at stage ${stage}.`,
    why: 'Confirm what comes before it first, or change the stage of the horse.',
  }),
  'lateral-too-steep': ({ kind, deg, steepestDeg, stage }) => ({
    what: `This ${named(kind)} goes sideways at ${deg}°.`,
    why: `At stage ${stage} the line is at most ${steepestDeg}° off the long side. Give it more room forward.`,
  }),
  'shoulder-in-unbent': ({ bend }) => ({
    what: `Nothing bends the horse to the ${bend} before this shoulder-in.`,
    why: 'Take the bend from a corner or a 10 m circle just before it.',
  }),
  'pirouette-from-corner': ({ kind, lineM }) => ({
    what: `The ${named(kind)} begins out of a turn.`,
    why: `Ride at least ${m(lineM)} straight before it, never from a corner.`,
  }),
  'pirouette-unshortened': ({ kind, pace }) => ({
    what: `The ${named(kind)} is asked from a ${pace} pace.`,
    why: 'Shorten a few steps before it, so that the hind legs can carry.',
  }),
  'pirouette-no-line-out': ({ kind, lineM }) => ({
    what: `No line leads out of the ${named(kind)}.`,
    why: `Ride ${m(lineM)} straight and forward when the turn is done, or when it is lost.`,
  }),
  'depart-after-pirouette': ({ side, lead }) => ({
    what: `After a pirouette to the ${side} the canter begins on the ${lead} lead.`,
    why: `The ${side} hind leg has just carried: take the ${side} lead.`,
  }),
  'canter-from-halt': () => ({
    what: 'A canter depart straight out of the halt.',
    why: 'It teaches a horse that will show not to stand. Walk or trot a few steps first.',
  }),
  'changes-too-close': ({ strides, apart, stage }) => ({
    what:
      apart === null
        ? `Flying changes come later than stage ${stage}.`
        : `${strides ?? 'Few'} strides between two changes are few for stage ${stage}.`,
    why:
      apart === null
        ? 'Use simple changes, or counter-canter, until they are loose enough.'
        : apart === Infinity
          ? 'At this stage ask for single changes, each from a settled canter.'
          : `At this stage ask for them every ${apart} strides at the closest.`,
  }),
  'counter-canter-tight': ({ diameterM, smallestM, stage }) => ({
    what: `Counter-canter through a turn of ${m(diameterM)}.`,
    why:
      smallestM === null
        ? `Counter-canter comes later than stage ${stage}.`
        : `At stage ${stage} keep to turns from ${m(smallestM)}.`,
  }),
  'collected-too-long': ({ seconds, mostS, stage }) => ({
    what: `${seconds} s of collected work without a break.`,
    why:
      mostS === null
        ? `At stage ${stage} there is no collected work yet.`
        : `At stage ${stage} a bout lasts ${mostS} s at most. Ride forward in between.`,
  }),
  'no-forward-after': ({ seconds }) => ({
    what: `Nothing forward follows these ${seconds} s of collected work.`,
    why: 'Each bout is answered by working or medium strides, or by a long rein.',
  }),
  'break-overdue': ({ minutes, mostMin }) => ({
    what: `${minutes} min of work without a break of walk.`,
    why: `This horse should walk on a long rein at least every ${mostMin} min.`,
  }),
  'gait-unsettled': ({ kind, gait, strides, least }) => ({
    what: `The ${named(kind)} comes after only ${strides} strides of ${gait}.`,
    why: `Let the ${gait} settle for at least ${least} strides before asking.`,
  }),
  'repeated-too-often': ({ kind, times, useful }) => ({
    what: `The ${named(kind)} is ridden ${times} times.`,
    why: `After ${useful} times it is drill. Leave while it is good, and come back another day.`,
  }),
  'hollow-side-less': ({ side, percent }) => ({
    what: `The hollow ${side} side has ${percent} % of the work.`,
    why: 'The crooked side gets more than the sound one, which keeps at least a third.',
  }),
  'one-sided-gait': ({ gait, side, missing }) => ({
    what: `All ${gait} is on the ${side} ${gait === 'canter' ? 'lead' : 'rein'}.`,
    why: `Ride some on the ${missing} too.`,
  }),
  'hard-without-shoulder-in': ({ kind, side, there, wanted }) => ({
    what:
      there === 0
        ? `No shoulder-in follows the ${named(kind)}.`
        : `Only ${there === 1 ? 'one shoulder-in follows' : `${there} shoulder-ins follow`} the ${named(kind)}.`,
    why: `Ride ${wanted === 3 ? 'three' : wanted} ${side ? `on the ${side} rein` : 'on the crooked side'}: they put the quarters back under the horse.`,
  }),
  'letter-behind': ({ letter, metres }) => ({
    what: `${letter} lies behind: that is one more lap of ${metres} m.`,
    why: 'Begin at a letter that is still ahead, or leave it if the lap is meant.',
  }),
  'canter-not-plain-first': ({ kind, lead }) => ({
    what: lead
      ? `The ${named(kind)} is asked in canter before a plain canter on the ${lead} lead.`
      : `The ${named(kind)} is asked before there was a plain canter.`,
    why: 'The first canter of the day is forward and large, on each lead.',
  }),
  'collected-walk-too-long': ({ seconds, mostS }) => ({
    what: `${seconds} s of collected walk in one go.`,
    why: `After ${mostS} s the steps lose their march. Walk on in between.`,
  }),
  'big-canter-in-corner': ({ pace }) => ({
    what: `The ${pace} canter goes through a corner.`,
    why: 'Bring it back before the corner, so that the turn is ridden in balance.',
  }),
  'no-stretch-after-transitions': ({ times }) => ({
    what: `Nothing lets the horse stretch after these ${times} transitions.`,
    why: 'Let the neck out afterwards: it shows whether they came through the back.',
  }),
  'stretch-one-sided': ({ missing }) => ({
    what: `The stretch is ridden on one rein only.`,
    why: `Ride it on the ${missing} rein as well.`,
  }),
  'halt-from-canter-early': ({ stage, from }) => ({
    what: `Canter to halt belongs to stage ${from}; this horse is at stage ${stage}.`,
    why: 'Come back through trot or walk, so that it does not fall on the forehand.',
  }),
  'outward-change-unannounced': ({ strides }) => ({
    what: `Every other change on this circle, ${strides} strides apart, goes to the outside lead.`,
    why: 'Announce the change out in the note, so that the rider sits for it.',
  }),
  restricted: ({ said, by, until }) => ({
    what: `${by.charAt(0).toUpperCase()}${by.slice(1)} says: ${said} ${until}.`,
    why: 'What was set for this horse comes before the plan; ask whoever set it.',
  }),
  'too-little-of-gait': ({ gait, percent, least, stage }) => ({
    what: `Only ${percent} % of the trot and canter is ${gait}.`,
    why: `At stage ${stage} it is ${least} % or more.`,
  }),
  'turns-dense': ({ percent }) => ({
    what: `${percent} % of the trot and canter is on turns.`,
    why: 'A young or green horse needs straight lines for at least half of it.',
  }),
  'cold-collection': ({ minutes, easyMin }) => ({
    what: `Collection is asked after ${minutes} min.`,
    why: `Give at least ${easyMin} min of easy work first.`,
  }),
  'stretch-missing': () => ({
    what: 'The work ends without a stretch.',
    why: 'Finish with a stretch, on both reins.',
  }),
  'no-long-rein-after': ({ kind }) => ({
    what: `No long rein follows the ${named(kind)}.`,
    why: 'Hard work ends only with the long rein.',
  }),
  'lengthening-unbalanced': ({ pace, gait }) => ({
    what: `The ${pace} ${gait} has no balancing figure beside it.`,
    why: 'Ride a circle or a shoulder-in before it, or after it.',
  }),
  'halt-off-line': ({ lineM }) => ({
    what: 'This halt comes straight out of a turn.',
    why: `With at least ${m(lineM)} of straight line before it, it can be square.`,
  }),
  'rein-back-unprepared': () => ({
    what: 'The rein back does not come out of a halt.',
    why: 'Halt first, wait until the horse stands square and soft, then ask.',
  }),
  'call-too-short': ({ first, second, seconds }) => ({
    what: `Only ${seconds} s between “${first}” and “${second}”.`,
    why: 'Both cannot be called in time: say them as one, or move one of them on.',
  }),
  'equipment-in-way': ({ what, text: movement }) => ({
    what: `A ${what} stands on the line of “${movement}”.`,
    why: 'Move it, or ride the movement elsewhere.',
  }),
  'poles-missed': ({ letter, missed, of }) => ({
    what:
      missed.length === of
        ? `The line misses the poles at ${letter}.`
        : `The line misses the middle of pole ${list(missed.map(String))} of ${of} at ${letter}.`,
    why: `Write “weave poles at ${letter}” where they are ridden.`,
  }),
  'poles-spacing': ({ spacedM, gait, low, high }) => ({
    what: `Poles ${spacedM} m apart do not fit the ${gait}.`,
    why: `For ${gait} they lie ${low} to ${high} m apart. Have somebody there to reset them.`,
  }),
  'phase-off-plan': ({ name, plannedS, seconds, over }) => ({
    what: `The ${named(name)} is planned for ${time(plannedS)} and takes ${time(seconds)}.`,
    why: over
      ? 'Leave something out, or give it more time.'
      : 'Add more to it, or plan it shorter.',
  }),
  'approach-otherwise': ({ approach, says }) => ({
    what: `“${approach.replace('-', ' ')}” says: ${says}.`,
    why: 'Change the order, or the approach of this lesson.',
  }),
  'lesson-too-long': ({ minutes, mostMin }) => ({
    what: `The lesson takes ${minutes} min.`,
    why: `Short and clear beats long: for this horse ${mostMin} min at most.`,
  }),
  'marked-twice': ({ name }) => ({
    what: `${name.replace('box', 'Box')} is in this sheet twice.`,
    why: 'Give each its own number or name, so that every mark has one place.',
  }),
  'box-misplaced': ({ inRepeat }) => ({
    what: inRepeat
      ? 'A box inside a repeat would be marked more than once.'
      : 'This is a line of a test sheet.',
    why: inRepeat
      ? 'Put the box outside, and write its lines out.'
      : 'Begin with test "…" instead of lesson "…", or delete the line.',
  }),
  'box-empty': ({ number }) => ({
    what: `Box ${number} has no line.`,
    why: 'Write below it what is ridden for this mark.',
  }),
  'canter-shoulder-in': () => ({
    what: 'Shoulder-in in canter is much harder than in trot.',
    why: 'Begin with shoulder-fore, ask for a few strides, and ride straight on before the canter loses its jump.',
  }),
  'in-hand-too-long': ({ minutes, mostMin }) => ({
    what: `${minutes} min in hand.`,
    why: `${mostMin} min are plenty: it asks much of the horse, and of you.`,
  }),
  'in-hand-late': () => ({
    what: 'This is done from the ground, after riding has begun.',
    why: 'Do it before mounting, or get off for it and say so in a note.',
  }),
  'in-hand-drilled': ({ steps, most }) => ({
    what: `${steps} steps at once.`,
    why: `Ask for ${most} at most, and give the rein after each: they are answered, not pushed.`,
  }),
  'ridden-in-hand': ({ text: movement }) => ({
    what: `“${movement}” is ridden, and nobody is mounted yet.`,
    why: 'Begin the warm-up before it, or write it as “in hand …”.',
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
