import type { Arena } from '../arena/arena.ts';
import type { Rein } from '../arena/rein.ts';
import type { Exercise, PlannedPhase } from '../exercises/exercise.ts';
import { DEFAULT_START, type Item, type Lesson } from '../lesson/document.ts';
import type { Approach } from '../lesson/terms.ts';
import { focusSaid, serves } from './focus.ts';
import { itemsIn } from './items.ts';
import { laidWithoutDrill, startRein, type Laid } from './laying.ts';
import { KEPT, Pen, type SpotsOf } from './pen.ts';
import { approachOf, profileOfFile, type PlanRequest } from './request.ts';
import type { Chosen, Selection } from './selection.ts';
import { reasonSaid, reasonsOf } from './said.ts';
import { spotsOf, type RungSpots } from './spots.ts';
import { BREAK_MIN, type Frame } from './timing.ts';
import type { Writing } from './writing.ts';

/** A set as it is ridden in the lesson. */
export interface WrittenSet {
  readonly chosen: Chosen;
  /** Why it stands there, in a few words. */
  readonly why: string;
  readonly firstRein: Rein;
  readonly rounds: Readonly<Record<Rein, number>>;
  /** The changes of gait and pace it asks at letters, as spots name them. */
  readonly transitions?: readonly string[];
}

export interface Composed {
  readonly lesson: Lesson;
  /** The lines that stand as they were changed by hand. */
  readonly kept: ReadonlySet<string>;
  /** Parts of the lesson in which some set has more than one round on a rein. */
  readonly repeats: ReadonlySet<PlannedPhase>;
  readonly sets: readonly WrittenSet[];
  /** The exercise that the day is for. */
  readonly aim?: string;
}

/** The walk before the first set, as each approach begins. Common practice. */
const WALK_IN: Readonly<Record<Approach, string>> = {
  'steady-hand': 'walk medium, go large for',
  'stretch-first': 'walk free, long rein, go large for',
  'light-rein': 'walk medium, go large for',
};
const WALK_IN_NOTE: Readonly<Record<Approach, string>> = {
  'steady-hand': 'a following contact from the first steps',
  'stretch-first': 'let the neck go down before you ask for anything',
  'light-rein': 'turn from seat and shoulders; the rein lies ready',
};
/** Remembers the spots: one plan asks for the same ones many times. */
export function spotsFor(request: PlanRequest): SpotsOf {
  const arena: Arena = request.wishes.arena;
  const horse = profileOfFile(request.horse);
  const known = new Map<string, RungSpots>();
  return ({ candidate: { exercise, rung } }) => {
    const key = `${exercise.id}/${rung}`;
    const ridden = known.get(key) ?? spotsOf(exercise, rung, arena, horse);
    known.set(key, ridden);
    return ridden;
  };
}

/** Places the chosen sets and writes the lesson in shorthand. */
export function compose(
  request: PlanRequest,
  frame: Frame,
  selection: Selection,
  spots: SpotsOf,
  writing: Writing,
  aim: Exercise | null = null,
): Composed {
  const approach = approachOf(request.horse);
  const minutes = minutesOf(frame);
  let made = 0;
  const newId = () => `i${++made}`;
  const items: Item[] = [];
  const put = (...lines: readonly string[]) => items.push(...itemsIn(lines.join('\n'), newId));
  const sets: WrittenSet[] = [];
  const repeats = new Set<PlannedPhase>();
  const pen = new Pen(profileOfFile(request.horse), writing, newId);
  for (const laid of laidWithoutDrill(request, frame, selection, spots, writing)) {
    const { phase, kept, steps } = laid;
    put('', `phase ${phase} ${minutes[phase]} min`);
    if (laid.walkedIn) {
      const half = Math.round(frame.walkInMin * 30);
      put(
        `${WALK_IN[approach]} ${half} s -- ${WALK_IN_NOTE[approach]}`,
        laid.walkedIn.text,
        `${WALK_IN[approach]} ${half} s`,
      );
    }
    const written = setsIn(laid, aim);
    if (written.some(({ rounds }) => rounds.left > 1 || rounds.right > 1)) repeats.add(phase);
    sets.push(...written);
    items.push(
      ...pen.write(
        steps,
        new Map(written.map((w) => [w.chosen.candidate.id, w])),
        spots,
        new Map(kept.map(({ minutes }, i) => [`${KEPT}${i}`, minutes])),
      ),
    );
    if (phase === 'warm-up' && writing.more) {
      const { rein, rounds, gait } = writing.more;
      if (laid.more) put(laid.more.text.replace('change rein', `${gait}, change rein`));
      put(`${gait}, go large${rounds > 1 ? ` x${rounds}` : ''} -- for the ${rein} rein`);
    }
  }
  put(
    '',
    `phase cool-down ${frame.coolDownMin} min`,
    `walk free, long rein, go large for ${frame.coolDownMin - 1} min -- until the breath is quiet`,
  );
  const lesson: Lesson = { version: 1, ...headOf(request, selection.chosen, aim), items };
  return { lesson, kept: pen.kept, sets, repeats, ...(aim && { aim: aim.id }) };
}

const minutesOf = (frame: Frame): Record<PlannedPhase, number> => ({
  'warm-up': frame.walkInMin + frame.plainMin + frame.warmUpMin,
  work: frame.workMin + frame.breaks * BREAK_MIN,
  stretch: frame.stretchMin,
});

/** The head of the lesson: title, arena, horse, approach, start. */
function headOf(request: PlanRequest, chosen: readonly Chosen[], aim: Exercise | null) {
  const { horse, wishes } = request;
  return {
    title: { text: titleOf(request, chosen, aim) },
    arena: wishes.arena,
    horse: { name: horse.name.replace(/"/g, '').trim() },
    approach: { name: approachOf(horse) },
    start: { ...DEFAULT_START, rein: startRein(horse) },
  };
}

/** The chosen sets of a phase in the order in which they begin, each with its reason. */
function setsIn({ own, sets, steps }: Laid, aim: Exercise | null): WrittenSet[] {
  const isOwn = new Map(own.map((c) => [c.candidate.id, c]));
  const firsts = steps.filter(
    ({ set }, i, all) => set && isOwn.has(set) && all.findIndex((s) => s.set === set) === i,
  );
  const inOrder = firsts.map(({ set }) => isOwn.get(set!)!);
  const reasons = reasonsOf(inOrder, aim);
  return firsts.map(({ set, spot }, i) => ({
    chosen: inOrder[i]!,
    why: reasonSaid(reasons[i]!, aim !== null),
    firstRein: spot.rein,
    rounds: sets.find(({ id }) => id === set)!.rounds,
    transitions: steps.flatMap((s) => (s.set === set ? (s.spot.transitions ?? []) : [])),
  }));
}

function titleOf(
  { horse, wishes }: PlanRequest,
  chosen: readonly Chosen[],
  aim: Exercise | null,
): string {
  const name = horse.name.replace(/"/g, '');
  if (aim && chosen.some((c) => c.candidate.exercise.id === aim.id)) {
    const said = aim.name.replace(/"/g, '');
    const small = `${said.charAt(0).toLowerCase()}${said.slice(1)}`;
    const { focus } = wishes;
    if (!focus || !serves(aim, focus)) return `${name}: ${small}`;
    return 'scale' in focus
      ? `${name}: ${focusSaid(focus)}, by ${small}`
      : `${name}: ${small}, for ${focusSaid(focus)}`;
  }
  const worth = new Map<string, number>();
  for (const { candidate: c, minutes } of chosen) {
    const is = c.worth.left * minutes.left + c.worth.right * minutes.right;
    worth.set(c.forScale, (worth.get(c.forScale) ?? 0) + is);
  }
  const best = [...worth].sort((a, b) => b[1] - a[1]).slice(0, 2);
  const about = best.map(([scale]) => scale).join(' and ') || 'a quiet day';
  return `${name}: ${about}`;
}
