import type { HorseFile } from '../planner/request.ts';
import { holding, inForce, mayRide } from '../gaits/restriction.ts';
import { DAY_KINDS, DAYS, type DayKind } from './days.ts';
import type { Availability } from './request.ts';
import { weekFrom } from '../progress/days.ts';
import { SUITS } from './themes.ts';

/** The shapes a week can have: which kind of day on which weekday, and how long its lessons are. */

/** The room of one day. */
export interface DayRoom {
  readonly date: string;
  readonly kinds: readonly DayKind[];
  /** At most, for whoever rides. */
  readonly minutes: number;
  /** A lesson stands in the timetable. */
  readonly isSet?: boolean;
  /** The kind that was planned for it. */
  readonly was?: DayKind;
  /** Minutes of a day that stands already, whatever the shape says. */
  readonly fixed?: number;
}

/** The rules for the weeks of a horse: days of each kind, most days, lengths of lessons. */
export interface WeekRules {
  readonly wanted: Readonly<Record<Exclude<DayKind, 'goal' | 'rest'>, number>>;
  readonly mostDays: number;
  /** The lengths its lessons may have. */
  readonly lengths: readonly number[];
}

/** The lengths of a lesson that a programme tells apart, minutes. */
const LENGTHS = [20, 25, 30, 35, 40, 45, 50, 55, 60];
const SHORT_MIN = 30;
const USUAL_MIN = 45;

/**
 * How many days of each kind a week shall have. Young horses work less often and shorter, an unfit one builds up on
 * light days, a fit one of the higher stages has a fourth hard day. Common practice.
 */
export function weekRules(horse: HorseFile): WeekRules {
  const { age, fitness, stage } = horse;
  const upTo = (most: number) => LENGTHS.filter((m) => m <= most);
  const has = (poles: number) => (horse.equipment.includes('poles') ? poles : 0);
  if (age !== undefined && age <= 3) {
    return {
      wanted: { lesson: 1, poles: 0, lunge: 1, easy: 1, hack: 1 },
      mostDays: 4,
      lengths: upTo(25),
    };
  }
  if ((age !== undefined && age === 4) || fitness === 'unfit') {
    return {
      wanted: { lesson: 2, poles: 0, lunge: 1, easy: 1, hack: 1 },
      mostDays: 5,
      lengths: upTo(SHORT_MIN),
    };
  }
  const hard = fitness === 'fit' && stage >= 5 ? 3 : 3 - has(1);
  return {
    wanted: { lesson: hard, poles: has(1), lunge: 1, easy: hard === 3 ? 1 : 0, hack: 1 },
    mostDays: 6,
    lengths: upTo(fitness === 'fit' ? 60 : USUAL_MIN),
  };
}

/** On a day nobody rides it can still be lunged, if somebody is there. */
const LUNGED_WITHIN_M = 18;

/** The days of a week as they stand open. */
export function slotsOf(
  monday: string,
  horse: HorseFile,
  { minutes, arena }: Availability,
  fixed: (date: string) => { kind: DayKind; minutes?: number } | null,
): DayRoom[] {
  return weekFrom(monday).map((date, weekday) => {
    const stands = fixed(date);
    const limits = inForce(horse.limits.dated, date);
    const most = Math.min(minutes[weekday]!, ...holding(limits, 'minutes').map((l) => l.most));
    if (stands) {
      const open = { date, kinds: [stands.kind], minutes: stands.minutes ?? most };
      return stands.minutes === undefined ? open : { ...open, fixed: stands.minutes };
    }
    const trots = mayRide(limits, 'trot');
    const small = holding(limits, 'circle').some((l) => l.leastM > LUNGED_WITHIN_M);
    const may = (kind: DayKind): boolean => {
      const { ridden, arena: inArena } = DAYS[kind];
      if (kind === 'goal') return false;
      if (kind === 'rest') return true;
      if (ridden && most < LEAST_MIN) return false;
      if (inArena && !arena[weekday]) return false;
      // Without trot there is walk: out, or on a long rein.
      if (!trots) return kind === 'hack';
      if (kind === 'lunge') return !small;
      if (kind === 'poles')
        return horse.equipment.includes('poles') && holding(limits, 'no poles').length === 0;
      return true;
    };
    return { date, kinds: DAY_KINDS.filter(may), minutes: most };
  });
}

/** A ride shorter than this is not worth the saddling. Common practice. */
const LEAST_MIN = 15;

export interface Shape {
  readonly kinds: readonly DayKind[];
  readonly minutes: readonly number[];
  /** Without the day itself. */
  readonly load: number;
  /** How near it comes to what is wanted. */
  readonly worth: number;
  readonly hardFirst: boolean;
  readonly hardLast: boolean;
}

const SUITED_BY = [...new Set(Object.values(SUITS))];

/** Cost of a day too many or too few of a kind. */
const ASTRAY = { lesson: 2.5, poles: 1.5, lunge: 0.8, easy: 0.8, hack: 1 } as const;
const SHORTER_BY_5_MIN = 0.15;
/** Lessons with two days between them are better spread than lessons with one and three. */
const UNEVEN = 0.12;
const ASTRAY_KINDS = Object.keys(ASTRAY) as (keyof typeof ASTRAY)[];
/** A day in hand, out or off after a hard one rests it. */
const RESTED = 0.15;
/** Two days off running; better apart. */
const OFF_TOGETHER = 0.3;
/** A day that stays as it was planned: nothing moves without a reason. */
const STAYS = 0.3;
/** A lesson on a day that has one in the timetable. */
const SET = 1;
/** A week as wanted. */
const FULL = 10;

/**
 * All shapes of a week that keep its rules: never two hard days running, a rest, a light day, no more days than the
 * horse bears. Of those with the same load that begin and end alike and suit the same themes the best is kept:
 * nothing else of a week touches its neighbours.
 * @param whole whether the rules of a week hold; not for the rest of one that is under way
 */
export function shapesOf(slots: readonly DayRoom[], rules: WeekRules, whole: boolean): Shape[] {
  const best = new Map<string, Map<number, Shape>>();
  const kinds: DayKind[] = [];
  const counts: Record<DayKind, number> = { ...NONE };
  const offer = () => {
    // Where nobody can ride on a light day, a second day off is lighter still.
    const light = counts.easy + counts.hack > 0 || counts.rest >= 2;
    if (whole && !(counts.rest >= 1 && light)) return;
    const ends = `${DAYS[kinds[0]!].hard}/${DAYS[kinds.at(-1)!].hard}`;
    const suits = SUITED_BY.map((kind) => (counts[kind] > 0 ? kind : '')).join('/');
    const key = `${ends}/${suits}`;
    const alike = best.get(key) ?? new Map<number, Shape>();
    best.set(key, alike);
    const worth = worthOf(kinds, counts, slots, rules);
    for (const length of rules.lengths) {
      const minutes = minutesOf(kinds, slots, length);
      const load = minutes.reduce((sum, min, i) => sum + min * effortOf(kinds[i]!), 0);
      const own = worth - SHORTER_BY_5_MIN * (Math.abs(length - usualOf(rules)) / 5);
      const known = alike.get(load);
      if (known && own <= known.worth + 1e-9) continue;
      const hardFirst = DAYS[kinds[0]!].hard;
      const hardLast = DAYS[kinds.at(-1)!].hard;
      alike.set(load, { kinds: [...kinds], minutes, load, worth: own, hardFirst, hardLast });
    }
  };
  const visit = (day: number, worked: number) => {
    if (day === slots.length) return offer();
    const open = slots[day]!.kinds;
    const before = kinds[day - 1];
    for (const kind of open) {
      const works = kind === 'rest' ? 0 : 1;
      if (open.length > 1) {
        if (before !== undefined && DAYS[before].hard && DAYS[kind].hard) continue;
        if (works && (worked >= rules.mostDays || counts[kind] >= mostOf(kind, rules))) continue;
      }
      kinds.push(kind);
      counts[kind]++;
      visit(day + 1, worked + works);
      kinds.pop();
      counts[kind]--;
    }
  };
  visit(0, 0);
  return worthHaving([...best.values()].flatMap((alike) => [...alike.values()]));
}

/** The day itself is as it is: the week around it is what can be made light. */
const effortOf = (kind: DayKind): number => (kind === 'goal' ? 0 : DAYS[kind].effort);

const NONE = Object.fromEntries(DAY_KINDS.map((k) => [k, 0])) as Record<DayKind, number>;

/** No more of a kind than a week shall have; but out, one may always go once more. */
const mostOf = (kind: DayKind, { wanted }: WeekRules): number =>
  kind === 'rest' || kind === 'goal' ? 7 : wanted[kind] + (kind === 'hack' ? 1 : 0);

const usualOf = ({ lengths }: WeekRules): number => Math.min(USUAL_MIN, lengths.at(-1)!);

/**
 * What no other shape is better than in every way: lighter or as light, worth as much, no harder at its ends, and with
 * all the kinds of day that suit a theme. (A heavier week that is worth less could only serve to let the next one grow.)
 */
function worthHaving(shapes: readonly Shape[]): Shape[] {
  const suits = (shape: Shape, kind: DayKind) => shape.kinds.includes(kind);
  const beats = (a: Shape, b: Shape): boolean =>
    a.load <= b.load &&
    a.worth >= b.worth - 1e-9 &&
    (!a.hardFirst || b.hardFirst) &&
    (!a.hardLast || b.hardLast) &&
    SUITED_BY.every((kind) => suits(a, kind) || !suits(b, kind));
  const kept: Shape[] = [];
  for (const shape of shapes.toSorted((a, b) => a.load - b.load || b.worth - a.worth)) {
    if (!kept.some((k) => beats(k, shape))) kept.push(shape);
  }
  return kept;
}

const minutesOf = (
  kinds: readonly DayKind[],
  slots: readonly DayRoom[],
  length: number,
): number[] =>
  kinds.map((kind, i) => {
    const { fixed, minutes: most } = slots[i]!;
    if (fixed !== undefined) return fixed;
    if (kind === 'goal') return DAYS.goal.mostMin;
    const { mostMin, ridden, hard } = DAYS[kind];
    const wanted = hard ? Math.min(length, mostMin) : lighter(kind, length);
    return ridden ? Math.min(wanted, most) : wanted;
  });

/** The lighter days keep pace with the lessons, so that all of a week begins small. */
const lighter = (kind: DayKind, length: number): number =>
  kind === 'hack'
    ? Math.min(DAYS.hack.mostMin, length)
    : kind === 'easy'
      ? Math.min(DAYS.easy.mostMin, length)
      : kind === 'lunge'
        ? DAYS.lunge.mostMin
        : 0;

function worthOf(
  kinds: readonly DayKind[],
  counts: Readonly<Record<DayKind, number>>,
  slots: readonly DayRoom[],
  { wanted }: WeekRules,
): number {
  let worth = FULL;
  for (const kind of ASTRAY_KINDS) {
    // The day itself is a lesson, and more.
    const own = counts[kind] + (kind === 'lesson' ? counts.goal : 0);
    worth -= ASTRAY[kind] * Math.abs(own - wanted[kind]);
  }
  const hard: number[] = [];
  for (let i = 0; i < kinds.length; i++) {
    const kind = kinds[i]!;
    if (DAYS[kind].hard) hard.push(i);
    if (kind === 'rest' && kinds[i + 1] === 'rest') worth -= OFF_TOGETHER;
    if (kind === slots[i]!.was) worth += STAYS;
    if (slots[i]!.isSet && kind === 'lesson') worth += SET;
    // Of what is equal, the longest time of the rider is for the lesson.
    if (kind === 'lesson') worth += slots[i]!.minutes / 1000;
  }
  for (const [i, day] of hard.entries()) {
    const next = hard[i + 1] ?? hard[0]! + 7;
    worth -= UNEVEN * (next - day - 7 / hard.length) ** 2;
    const after = kinds[day + 1];
    if (after !== undefined && DAYS[after].effort < DAYS.lunge.effort) worth += RESTED;
  }
  return worth;
}
