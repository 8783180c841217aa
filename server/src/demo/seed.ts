import { REINS } from '@canter-book/core/arena/rein';
import { clamp } from '@canter-book/core/units';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { linesOf } from '@canter-book/core/lesson/document';
import { dateOf } from '@canter-book/core/progress/days';
import { profileOf } from '@canter-book/core/book/profile';
import { compileRide } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLine } from '@canter-book/core/notation/print';
import type { Observation } from '@canter-book/core/observations/observation';
import type { Horse, LessonRecord, Session } from '@canter-book/core/book/records';
import { tapTempo } from '@canter-book/core/stats/tapTempo';
import { SCALES } from '@canter-book/core/scales';
import type { Book } from '../repositories/book.ts';
import { LESSONS } from './lessons.ts';
import { normal, seeded, seededId } from './random.ts';
import { seedTests } from './tests.ts';
import { seedTimetable } from './timetable.ts';
import { HOMEWORK, HORSES, RIDERS, type DemoHorse, type Story } from './yard.ts';

export { DEMO_YARD } from './yard.ts';

const SEED = 20261;
const WEEKS = 12;
const DAY_MS = 86_400_000;

/** The level a story tells for a week (0…12). */
function levelOf({ from, to, dip }: Story, week: number): number {
  const steady = from + ((to - from) * week) / WEEKS;
  if (!dip || week < dip.week) return steady;
  // Lost at once, won back over some weeks.
  const lost = Math.max(0, 1 - (week - dip.week) / dip.weeks);
  return steady - dip.depth * lost;
}

const half = (value: number): number => Math.round(clamp(value, 0, 10) * 2) / 2;

/**
 * Writes the demo yard through the same repositories as everything else: twelve weeks up to yesterday.
 *
 * @param weeks of lessons; fewer make a book that is as varied, and quicker to write
 */
export async function seedDemo(book: Book, now: Date, weeks = WEEKS): Promise<void> {
  const random = seeded(SEED);
  const today = Math.floor(now.getTime() / DAY_MS);
  const firstDay = today - WEEKS * 7;
  const id = (day: number) => seededId(random, day * DAY_MS + random() * DAY_MS * 0.5);
  const riderIds: string[] = [];
  for (const rider of RIDERS) {
    const saved = await book.riders.save({
      ...rider,
      theme: 'Corners ridden with bend',
      id: id(firstDay),
      revision: 0,
    });
    riderIds.push(saved.id);
  }
  for (const [h, demo] of HORSES.entries()) {
    const horse = await saveHorse(book, demo, riderIds, { id, now, today, firstDay });
    const lesson = await saveLesson(book, horse, id(today - 2), now);
    const ride = compileRide(lesson.document, profileOf(horse, dateOf(today)));
    const observations: Observation[] = [];
    const days = daysOf(demo, firstDay, today, random).filter((day) => day >= today - 7 * weeks);
    for (const [n, day] of days.entries()) {
      const session = sessionOn(
        day,
        horse,
        lesson,
        id(day),
        HOMEWORK[(n + h) % HOMEWORK.length]!,
        random,
      );
      await book.sessions.save(session);
      observations.push(...observed(demo, session, ride, (day - firstDay) / 7, random));
    }
    await book.observations.append(observations);
  }
  await seedTests(book, now);
  await seedTimetable(book, now);
}

interface Seeding {
  readonly id: (day: number) => string;
  readonly now: Date;
  readonly today: number;
  readonly firstDay: number;
}

function saveHorse(
  book: Book,
  demo: DemoHorse,
  riderIds: readonly string[],
  { id, now, today, firstDay }: Seeding,
): Promise<Horse> {
  const {
    story: _story,
    riders,
    sessionsAWeek: _often,
    age,
    ridden = [],
    happened = [],
    told,
    ...rest
  } = demo;
  return book.horses.save({
    ...rest,
    id: id(firstDay),
    revision: 0,
    bornYear: now.getUTCFullYear() - age,
    riderIds: riders.map((i) => riderIds[i]!),
    limits: told
      ? {
          dated: [
            {
              what: told.what,
              saidBy: told.saidBy,
              from: dateOf(today - 7 * told.weeks[0]),
              until: dateOf(today + 7 * told.weeks[1]),
            },
          ],
        }
      : {},
    fitness: 'usual',
    events: happened.map(([weeks, kind, text]) => ({
      date: dateOf(today - 7 * weeks),
      kind,
      text,
    })),
    measured: ridden.map(([gait, pace, metres, strides, seconds], i) => ({
      id: id(today - 20),
      date: dateOf(today - 20 + 3 * (i % 2)),
      gait,
      pace,
      metres,
      strides,
      seconds,
    })),
  });
}

async function saveLesson(book: Book, horse: Horse, id: string, now: Date): Promise<LessonRecord> {
  const { text, tags } = LESSONS.find((l) => l.horse === horse.name)!;
  const { lesson } = parseLesson(text);
  return book.lessons.save({
    id,
    revision: 0,
    title: lesson.title?.text ?? 'Lesson',
    horseId: horse.id,
    document: lesson,
    tags: [...tags],
    template: false,
    updatedAt: new Date(now.getTime() - 2 * DAY_MS).toISOString(),
  });
}

/** The days on which a horse worked: so many a week, not on fixed weekdays. */
function daysOf(demo: DemoHorse, firstDay: number, today: number, random: () => number): number[] {
  const days: number[] = [];
  for (let week = 0; week < WEEKS; week++) {
    const free = [0, 1, 2, 3, 4, 5, 6];
    for (let n = 0; n < demo.sessionsAWeek; n++) {
      const [pick] = free.splice(Math.floor(random() * free.length), 1);
      days.push(firstDay + week * 7 + pick!);
    }
  }
  return days.filter((day) => day < today).sort((a, b) => a - b);
}

function sessionOn(
  day: number,
  horse: Horse,
  lesson: LessonRecord,
  id: string,
  homework: string,
  random: () => number,
): Session {
  const startedAt = new Date(day * DAY_MS + (15 + Math.floor(random() * 3)) * 3_600_000);
  const minutes = 28 + Math.round(random() * 18);
  return {
    id,
    revision: 0,
    horseId: horse.id,
    riderId: horse.riderIds[Math.floor(random() * horse.riderIds.length)] ?? null,
    lessonId: lesson.id,
    document: lesson.document,
    date: startedAt.toISOString().slice(0, 10),
    startedAt: startedAt.toISOString(),
    endedAt: new Date(startedAt.getTime() + minutes * 60_000).toISOString(),
    minutes,
    notes: '',
    homework,
  };
}

/** Taps, weight in the hand and answers to the leg, as good as the level of the day. */
function measured(
  demo: DemoHorse,
  session: Session,
  week: number,
  random: () => number,
  { at, id }: { at(minutes: number): string; id(minutes: number): string },
): Observation[] {
  return REINS.flatMap((rein, i): Observation[] => {
    const base = (minutes: number) => ({
      id: id(minutes),
      sessionId: session.id,
      at: at(minutes),
      rein,
      gait: 'trot' as const,
    });
    const level = (scale: 'rhythm' | 'contact' | 'impulsion') =>
      levelOf(demo.story(scale, rein), week) + 0.8 * normal(random);
    const found: Observation[] = [];
    if (random() < 0.6) {
      const scatter = clamp((11 - level('rhythm')) / 100, 0.01, 0.12);
      const period = 60_000 / (77 + 3 * normal(random));
      const tapsMs = Array.from({ length: 12 }, (_, k) =>
        k === 0 ? 0 : Math.max(0, Math.round(k * period + scatter * period * normal(random))),
      );
      const tempo = tapTempo(tapsMs);
      if (tempo) {
        const { perMinute, driftPercent } = tempo;
        found.push({
          ...base(12 + i),
          kind: 'tempo',
          tapsMs,
          perMinute,
          scatter: tempo.scatter,
          driftPercent: clamp(driftPercent, -400, 400),
        });
      }
    }
    if (random() < 0.6) {
      const heavy = half(clamp(3 + (8 - level('contact')) / 1.5, 0.5, 8));
      const other = half(clamp(heavy - 0.5 * random(), 0, 10));
      const [left, right] = rein === 'left' ? [heavy, other] : [other, heavy];
      found.push({ ...base(16 + i), kind: 'contact', left, right, when: 'during' });
    }
    if (random() < 0.7) {
      const l = level('impulsion');
      const answer =
        l > 6.5 ? 'at once' : l > 5.5 ? 'at once but tense' : l > 4 ? 'late' : 'reminder';
      found.push({ ...base(20 + i), kind: 'aid', answer });
    }
    return found;
  });
}

function observed(
  demo: DemoHorse,
  session: Session,
  ride: Ride,
  week: number,
  random: () => number,
): Observation[] {
  const start = Date.parse(session.startedAt);
  const at = (minutes: number) => new Date(start + minutes * 60_000).toISOString();
  const id = (minutes: number) => seededId(random, start + minutes * 60_000);
  const found: Observation[] = [];
  const lines = linesOf(session.document!.items).filter((line) => line.place !== null);
  for (const [i, line] of lines.entries()) {
    if (random() < 0.55) continue;
    const minutes = 8 + i;
    const { rein, gait } = ride.movements.find((m) => m.itemId === line.id)!;
    const level = levelOf(demo.story('contact', rein), week);
    const good = random() < clamp(level / 9, 0.1, 0.95);
    found.push({
      id: id(minutes),
      sessionId: session.id,
      at: at(minutes),
      kind: 'try',
      itemId: line.id,
      text: printLine(line),
      rein,
      gait: MOVING_GAITS.find((moving) => moving === gait) ?? 'walk',
      result: good ? 'good' : 'lost',
      held: Math.max(1, Math.round(level * 1.6 + 3 * normal(random))),
    });
  }
  found.push(...measured(demo, session, week, random, { at, id }));
  // A day has its own form, which all marks of that day share.
  const form = 0.35 * normal(random);
  for (const scale of SCALES) {
    for (const rein of REINS) {
      if (scale === 'collection' && demo.stage <= 2) continue;
      const minutes = session.minutes ?? 40;
      const value = half(levelOf(demo.story(scale, rein), week) + form + 0.45 * normal(random));
      found.push({
        id: id(minutes),
        sessionId: session.id,
        at: at(minutes),
        kind: 'mark',
        scale,
        rein,
        value,
      });
    }
  }
  return found;
}
