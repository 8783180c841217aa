import { REINS, type Rein } from '../arena/rein.ts';
import type { Occurrence } from '../calendar/occurrences.ts';
import type { Shelf } from '../exercises/shelf.ts';
import type { Horse, Session } from '../book/records.ts';
import type { Observation } from '../observations/observation.ts';
import { SCALES, type Scale } from '../scales.ts';
import type { Done } from '../planner/request.ts';
import { dayOf } from '../progress/days.ts';
import {
  firstUnconfirmed,
  standingsOf,
  type DatedMark,
  type Standing,
} from '../progress/standing.ts';
import type { GateEvidence } from '../programme/gate.ts';
import { dateOfGoal, goalSaid } from '../programme/goal.ts';
import { daySaid } from '../daysSaid.ts';
import { programmeOn } from '../programme/today.ts';
import type { ProgrammeRecord } from '../programme/record.ts';
import { spoken } from '../ringside/spoken.ts';
import { timeSaid } from './time.ts';
import { capital, lower } from '../words.ts';

/** The report on a stretch of time for an owner or a rider: worked from the book, in the words of a person. */

export interface ReportInput {
  readonly horse: Horse;
  readonly readings: readonly DatedMark[];
  readonly sessions: readonly Pick<Session, 'date' | 'minutes' | 'homework'>[];
  /** Tries with the day of their session. */
  readonly tries: readonly { readonly date: string; readonly seen: Observation }[];
  readonly done: readonly Done[];
  readonly programme: ProgrammeRecord | null;
  readonly levels: GateEvidence['levels'];
  readonly shelf: Shelf;
  /** Appointments of the horse after the period. */
  readonly ahead: readonly Occurrence[];
  readonly from: string;
  readonly to: string;
}

export interface Stands {
  readonly scale: Scale;
  readonly rein: Rein;
  readonly then: Standing | null;
  readonly now: Standing | null;
}

export interface BestTry {
  readonly date: string;
  readonly said: string;
  readonly held: number;
}

export interface Report {
  readonly horse: string;
  readonly from: string;
  readonly to: string;
  /** Sentences a person would say first. */
  readonly words: readonly string[];
  readonly stands: readonly Stands[];
  readonly exercises: readonly {
    readonly name: string;
    readonly good: number;
    readonly tries: number;
  }[];
  readonly best: readonly BestTry[];
  readonly next: readonly string[];
  /** Lessons and minutes in the saddle, and minutes a week. */
  readonly load: { readonly lessons: number; readonly minutes: number; readonly aWeek: number };
  readonly dates: readonly { readonly date: string; readonly said: string }[];
}

const MOST_BEST = 3;
const MOST_EXERCISES = 4;
const MOST_DATES = 5;
/** A level that moved by as much, beyond its own error, is worth telling an owner. Common practice. */
const WORTH_TELLING = 0.3;

const within = (from: string, to: string) => (x: { readonly date: string }) =>
  x.date >= from && x.date <= to;

export function reportOf(input: ReportInput): Report {
  const { horse, from, to } = input;
  const sessions = input.sessions.filter(within(from, to));
  const minutes = Math.round(sessions.reduce((sum, s) => sum + (s.minutes ?? 0), 0));
  const weeks = Math.max(1, (dayOf(to) - dayOf(from) + 1) / 7);
  const stands = standsOf(input);
  const exercises = exercisesOf(input);
  const themes = [
    ...new Set(
      (input.programme?.plan.weeks ?? [])
        .filter((w) => w.monday <= to && w.monday >= from)
        .map((w) => w.theme),
    ),
  ];
  return {
    horse: horse.name,
    from,
    to,
    words: wordsOf({
      name: horse.name,
      lessons: sessions.length,
      minutes,
      themes,
      stands,
      exercises,
    }),
    stands,
    exercises,
    best: bestOf(input),
    next: nextOf(input),
    load: { lessons: sessions.length, minutes, aWeek: Math.round(minutes / weeks) },
    dates: datesOf(input),
  };
}

function standsOf({ readings, from, to }: ReportInput): Stands[] {
  const known = (until: string) =>
    standingsOf(
      readings.filter((r) => r.day <= dayOf(until)),
      dayOf(until),
    );
  const [before, after] = [known(from), known(to)];
  return SCALES.flatMap((scale) =>
    REINS.map((rein) => ({ scale, rein, then: before[scale][rein], now: after[scale][rein] })),
  ).filter((s) => s.now !== null);
}

function exercisesOf({ done, shelf, from, to }: ReportInput): Report['exercises'] {
  const tried = new Map<string, { good: number; tries: number }>();
  for (const d of done.filter(within(from, to))) {
    const known = tried.get(d.exercise) ?? { good: 0, tries: 0 };
    tried.set(d.exercise, { good: known.good + d.good, tries: known.tries + d.good + d.lost });
  }
  return [...tried]
    .filter(([, { tries }]) => tries > 0)
    .sort(([, a], [, b]) => b.tries - a.tries)
    .slice(0, MOST_EXERCISES)
    .map(([id, counts]) => ({ name: shelf.nameOf(id), ...counts }));
}

/** The good tries that held longest, each of another line of the lesson. */
function bestOf({ tries, from, to }: ReportInput): BestTry[] {
  const good = tries
    .filter(within(from, to))
    .flatMap(({ date, seen }) =>
      seen.kind === 'try' && seen.result === 'good' ? [{ date, seen }] : [],
    )
    .sort((a, b) => b.seen.held - a.seen.held || (a.date < b.date ? 1 : -1));
  const best: BestTry[] = [];
  const said = new Set<string>();
  for (const { date, seen } of good) {
    if (best.length === MOST_BEST) break;
    if (said.has(seen.text)) continue;
    said.add(seen.text);
    const unit = seen.gait === 'walk' ? 'steps' : 'strides';
    best.push({
      date,
      said: `${capital(spoken(seen.text))}, ${seen.rein} rein: held for ${seen.held} ${unit}`,
      held: seen.held,
    });
  }
  return best;
}

function nextOf({
  horse,
  readings,
  programme,
  levels,
  done,
  shelf,
  sessions,
  to,
}: ReportInput): string[] {
  const said: string[] = [];
  const on = programme && programmeOn(programme, to, { levels, done }, shelf);
  if (programme && on) {
    const goal = goalSaid(programme.goal, horse, shelf);
    if (programme.goal.kind !== 'keep going') said.push(`The goal is ${lower(goal)}.`);
    said.push(
      on.gate?.state === 'open'
        ? `${capital(on.theme)} has opened its gate; the next theme may begin.`
        : `${capital(on.theme)} is the theme now.`,
    );
    if (on.gate && on.gate.state !== 'open')
      said.push(
        `Before we move on: ${lower(on.gate.says)}. Still missing: ${on.gate.missing.join('; ')}.`,
      );
  } else {
    const weakest = firstUnconfirmed(standingsOf(readings, dayOf(to)));
    if (weakest)
      said.push(
        `${capital(weakest.scale)} on the ${weakest.rein} rein comes first: it stands at ${weakest.mean.toFixed(1)}, and what builds on it waits for it.`,
      );
  }
  const homework = sessions.find((s) => s.homework !== '')?.homework;
  if (homework) said.push(`Homework: ${homework}`);
  return said;
}

function datesOf({ ahead, programme, to }: ReportInput): Report['dates'] {
  const goalDate = programme && dateOfGoal(programme.goal);
  const lessons = ahead
    .filter((o) => o.date > to && o.cancelled === null)
    .slice(0, MOST_DATES)
    .map((o) => ({ date: o.date, said: [o.start, o.arena].filter(Boolean).join(', ') }));
  const goal = goalDate && goalDate > to ? [{ date: goalDate, said: 'the day of the goal' }] : [];
  return [...lessons, ...goal].sort((a, b) => (a.date < b.date ? -1 : 1));
}

interface Told {
  readonly name: string;
  readonly lessons: number;
  readonly minutes: number;
  readonly themes: readonly Scale[];
  readonly stands: readonly Stands[];
  readonly exercises: Report['exercises'];
}

function wordsOf({ name, lessons, minutes, themes, stands, exercises }: Told): string[] {
  if (lessons === 0) return [`${name} had no lesson in this time.`];
  const said = [
    `${name} had ${lessons === 1 ? 'one lesson' : `${lessons} lessons`}, ${timeSaid(minutes)} in the saddle.`,
  ];
  if (themes.length > 0) said.push(`We worked on ${listed(themes)}.`);
  const [first] = exercises;
  if (first)
    said.push(
      `Most of all on ${lower(first.name)}: ${first.good} of ${first.tries} tries were good.`,
    );
  const change = ({ then, now }: Stands) => (then && now ? now.mean - then.mean : 0);
  const moved = stands.filter((s) => Math.abs(change(s)) >= Math.max(WORTH_TELLING, s.now!.sd / 2));
  const risen = moved.filter((s) => change(s) > 0).sort((a, b) => change(b) - change(a));
  const fallen = moved.filter((s) => change(s) < 0).sort((a, b) => change(a) - change(b));
  const level = ({ scale, rein, then, now }: Stands) =>
    `${scale} on the ${rein} rein (${then!.mean.toFixed(1)} to ${now!.mean.toFixed(1)})`;
  if (risen.length > 0) said.push(`What has risen: ${listed(risen.slice(0, 3).map(level))}.`);
  if (fallen.length > 0)
    said.push(`What needs care: ${listed(fallen.slice(0, 2).map(level))}, lower than it was.`);
  if (moved.length === 0)
    said.push('The levels have held: nothing has moved by more than its own error.');
  return said;
}

const listed = (all: readonly string[]): string =>
  all.length < 2 ? (all[0] ?? '') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;

/** "1 to 27 November". */
export const periodSaid = ({ from, to }: Pick<Report, 'from' | 'to'>): string =>
  from.slice(0, 7) === to.slice(0, 7)
    ? `${Number(from.slice(8))} to ${daySaid(to)}`
    : `${daySaid(from)} to ${daySaid(to)}`;
