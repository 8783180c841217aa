import { writeFile } from 'node:fs/promises';
import { appointmentSchema } from '@canter-book/core/calendar/appointment';
import { cancelOnce } from '@canter-book/core/calendar/changes';
import { NEW_TIMETABLE } from '@canter-book/core/calendar/newTimetable';
import type { Scale } from '@canter-book/core/scales';
import { loadOfAll, type DayKind } from '@canter-book/core/programme/days';
import type { Goal } from '@canter-book/core/programme/goal';
import { programmeSchema } from '@canter-book/core/programme/record';
import type { KeptWeek, WeekStep } from '@canter-book/core/programme/request';
import { daysLater, dayOf, mondayOf, weekdayOf, weekFrom } from '@canter-book/core/progress/days';
import type { Book } from '../repositories/book.ts';
import { seeded, seededId } from './random.ts';

const SEED = 77;
const INSTRUCTOR = 'Rowan Ashdown';
/** So many weeks ago the timetable was set up. */
const WEEKS_BACK = 3;

/** Lessons of the yard: on which days after today, and the weeks after, at what time and where. */
const LESSONS: readonly {
  readonly horse: string;
  readonly rider: string;
  readonly days: readonly number[];
  readonly start: string;
  readonly minutes: number;
  readonly arena: string;
}[] = [
  {
    horse: 'Skipjack',
    rider: 'Pia Undershaw',
    days: [0, 3],
    start: '09:00',
    minutes: 30,
    arena: 'Sail loft',
  },
  {
    horse: 'Bollard',
    rider: 'Ines Calloway',
    days: [0, 2, 5],
    start: '10:15',
    minutes: 40,
    arena: 'Sail loft',
  },
  {
    horse: 'Kelpwick',
    rider: 'Marnie Feld',
    days: [0, 2, 4],
    start: '11:00',
    minutes: 45,
    arena: 'Slipway',
  },
  {
    horse: 'Tansy',
    rider: 'Ines Calloway',
    days: [0, 3, 5],
    start: '15:00',
    minutes: 45,
    arena: 'Slipway',
  },
  {
    horse: 'Samphire',
    rider: 'Tobias Wrenfield',
    days: [1, 4],
    start: '16:30',
    minutes: 40,
    arena: 'Saltmarsh',
  },
];

/** The timetable of the demo yard, and the programmes of two of its horses. */
export async function seedTimetable(book: Book, now: Date): Promise<void> {
  const random = seeded(SEED);
  const today = now.toISOString().slice(0, 10);
  const newId = () => seededId(random, now.getTime() - 86_400_000 * WEEKS_BACK * 7 * random());
  const [horses, riders] = [await book.horses.list(), await book.riders.list()];
  const horseId = (name: string) => horses.find((h) => h.name === name)!.id;
  const riderId = (name: string) => riders.find((r) => r.name === name)!.id;
  await book.timetable.save({
    ...NEW_TIMETABLE,
    arenas: [
      { name: 'Sail loft', place: 'Boatyard', most: 3 },
      { name: 'Slipway', place: 'Boatyard', most: 4 },
      { name: 'Saltmarsh', place: 'Far side', most: 6 },
    ],
    travel: [{ from: 'Boatyard', to: 'Far side', minutes: 15 }],
    instructors: [INSTRUCTOR],
  });
  await seedAppointments(book, today, newId, horseId, riderId);
  await book.busy.save({
    id: newId(),
    revision: 0,
    name: 'Ines Calloway.ics',
    instructor: '',
    riderId: riderId('Ines Calloway'),
    hours: [{ date: daysLater(today, 5), start: '14:30', minutes: 90, title: 'Choir' }],
    readAt: now.toISOString(),
  });
  for (const programme of PROGRAMMES)
    await book.programmes.save(
      recordOf(programme, { id: newId(), horseId: horseId(programme.horse), today }),
    );
}

async function seedAppointments(
  book: Book,
  today: string,
  newId: () => string,
  horseId: (name: string) => string,
  riderId: (name: string) => string,
): Promise<void> {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  for (const { horse, rider, days, ...rest } of LESSONS) {
    const appointment = appointmentSchema.parse({
      id: newId(),
      revision: 0,
      horseId: horseId(horse),
      riderId: riderId(rider),
      instructor: INSTRUCTOR,
      date: daysLater(today, days[0]! - 7 * WEEKS_BACK),
      zone,
      repeat: {
        everyWeeks: 1,
        weekdays: days.map((d) => (weekdayOf(today) + d) % 7).sort(),
        until: null,
      },
      ...rest,
    });
    const away = daysLater(today, 4);
    await book.appointments.save(
      horse === 'Kelpwick' ? cancelOnce(appointment, away, 'Marnie is away') : appointment,
    );
  }
  const farrier = {
    title: 'Farrier',
    date: daysLater(today, 2),
    start: '08:00',
    minutes: 90,
    zone,
  };
  await book.appointments.save(
    appointmentSchema.parse({ ...farrier, id: newId(), revision: 0, horseId: null, riderId: null }),
  );
}

interface DemoProgramme {
  readonly horse: string;
  readonly goal: Goal;
  /** Weeks from the first, some of them gone. */
  readonly themes: readonly (readonly [
    Scale,
    weeks: number,
    least: number,
    exercise: string,
    rung: number,
  ])[];
  readonly minutes: number;
  readonly levels: Partial<Record<Scale, { left: number; right: number }>>;
}

/** As they were planned three weeks ago. */
const PROGRAMMES: readonly DemoProgramme[] = [
  {
    horse: 'Tansy',
    goal: { kind: 'exercise', exercise: 'shoulder-in', rung: 1 },
    themes: [
      ['suppleness', 4, 6, 'through-the-circle', 1],
      ['contact', 4, 6, 'quiet-contact', 1],
      ['straightness', 5, 6, 'shoulder-in', 1],
    ],
    minutes: 45,
    levels: { suppleness: { left: 5.9, right: 6.8 }, contact: { left: 5.7, right: 6.4 } },
  },
  {
    horse: 'Bollard',
    goal: { kind: 'keep going' },
    themes: [
      ['contact', 4, 6, 'hand-gives', 0],
      ['straightness', 4, 6, 'shoulder-fore', 1],
      ['contact', 4, 6.5, 'quiet-contact', 1],
    ],
    minutes: 40,
    levels: { contact: { left: 5.4, right: 6 }, straightness: { left: 4.9, right: 5.5 } },
  },
];

/** Work on days without a lesson, in turn. */
const BETWEEN: readonly DayKind[] = ['easy', 'hack', 'lunge', 'rest'];

/** The week of a horse: lessons where they stand in the timetable. */
function weekOf(horse: string, today: string): DayKind[] {
  const { days } = LESSONS.find((l) => l.horse === horse)!;
  const lessons = days.map((d) => (weekdayOf(today) + d) % 7);
  let between = 0;
  return Array.from({ length: 7 }, (_, d) =>
    lessons.includes(d) ? 'lesson' : BETWEEN[between++]!,
  );
}

function recordOf(
  { horse, goal, themes, minutes, levels }: DemoProgramme,
  { id, horseId, today }: { id: string; horseId: string; today: string },
) {
  const first = daysLater(mondayOf(today), -7 * WEEKS_BACK);
  const minutesOf = (kind: DayKind) =>
    ({ rest: 0, lunge: 20, easy: 30, hack: 40 })[kind as 'rest'] ?? minutes;
  const week = weekOf(horse, today);
  const weeks: KeptWeek[] = [];
  const steps: WeekStep[] = [];
  for (const [theme, long, least, exercise, rung] of themes) {
    const from = daysLater(first, 7 * weeks.length);
    steps.push({
      theme,
      from,
      weeks: long,
      gate: { scale: theme, least, show: { exercise, rung } },
    });
    for (let w = 0; w < long; w++) {
      const monday = daysLater(from, 7 * w);
      const days = weekFrom(monday).map((date, i) => {
        const kind = week[i]!;
        return { date, kind, minutes: minutesOf(kind) };
      });
      weeks.push({ monday, theme, days, load: loadOfAll(days) });
    }
  }
  return programmeSchema.parse({
    id,
    revision: 0,
    horseId,
    goal,
    weeks: 12,
    availability: { minutes: Array<number>(7).fill(45), arena: Array<boolean>(7).fill(true) },
    lately: { days: 5, minutes: 40 },
    themes: [],
    days: [],
    plan: { begunOn: first, madeOn: first, weeks, steps, levels },
  });
}

/** Two weeks of made-up air, where a weather service would write. */
export async function demoWeather(file: string, now: Date): Promise<void> {
  const random = seeded(SEED + 1);
  const today = now.toISOString().slice(0, 10);
  // Warmest in late July, coldest in late January.
  const season = Math.cos(
    (2 * Math.PI * (dayOf(today) - dayOf(`${today.slice(0, 4)}-07-25`))) / 365,
  );
  const days = Array.from({ length: 14 }, (_, d) => ({
    date: daysLater(today, d),
    celsius: Math.round(13 + 9 * season + 6 * (random() - 0.5)),
    humidity: Math.round(55 + 35 * random()),
  }));
  await writeFile(file, `${JSON.stringify(days, null, 1)}\n`, { flag: 'wx' }).catch(() => {});
}
