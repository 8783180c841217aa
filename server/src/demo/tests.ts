import { clamp } from '@canter-book/core/units';
import { isSheet } from '@canter-book/core/lesson/document';
import { parseLesson } from '@canter-book/core/notation/parse';
import type { LessonRecord } from '@canter-book/core/book/records';
import { dateOf } from '@canter-book/core/progress/days';
import { compileRide } from '@canter-book/core/ride/compile';
import type { RideJudge, RideKind } from '@canter-book/core/sheet/markedRide';
import { OUR_SHEETS } from '@canter-book/core/sheet/ours';
import { sheetOf } from '@canter-book/core/sheet/sheet';
import type { Book } from '../repositories/book.ts';
import { normal, seeded, seededId } from './random.ts';

const SEED = 41;
const DAY_MS = 86_400_000;

/** Rides of the demo yard: who, which sheet, how many days ago, and how well about. */
const RIDES: readonly {
  readonly horse: string;
  readonly sheet: string;
  readonly daysAgo: number;
  readonly kind: RideKind;
  readonly place: string;
  readonly judges: readonly string[];
  readonly about: number;
  readonly errors?: number;
}[] = [
  {
    horse: 'Tansy',
    sheet: 'Quillwater Three',
    daysAgo: 51,
    kind: 'practice',
    place: 'at home',
    judges: ['C'],
    about: 5.9,
    errors: 1,
  },
  {
    horse: 'Tansy',
    sheet: 'Quillwater Three',
    daysAgo: 24,
    kind: 'self',
    place: 'at home',
    judges: ['C'],
    about: 6.4,
  },
  {
    horse: 'Tansy',
    sheet: 'Quillwater Three',
    daysAgo: 9,
    kind: 'show',
    place: 'Larkfield show day',
    judges: ['C', 'E'],
    about: 6.6,
  },
  {
    horse: 'Bollard',
    sheet: 'Quillwater Four',
    daysAgo: 16,
    kind: 'practice',
    place: 'at home',
    judges: ['C'],
    about: 6.1,
  },
];

const REMARKS: Readonly<Record<string, string>> = {
  low: 'lost the tempo',
  high: 'well prepared',
};

const half = (value: number): number => Math.round(clamp(value, 3, 9) * 2) / 2;

/** Our sheets, and some rides of them. */
export async function seedTests(book: Book, now: Date): Promise<void> {
  const random = seeded(SEED);
  const today = Math.floor(now.getTime() / DAY_MS);
  const id = (day: number) => seededId(random, day * DAY_MS + random() * DAY_MS * 0.5);
  const sheets = new Map<string, LessonRecord>();
  for (const { name, text } of OUR_SHEETS) {
    const { lesson } = parseLesson(text);
    if (!isSheet(lesson)) throw new Error(`seedTests: ${name} is no test sheet`);
    const saved = await book.lessons.save({
      id: id(today - 60),
      revision: 0,
      title: lesson.title!.text,
      horseId: null,
      document: lesson,
      tags: [],
      template: false,
      updatedAt: new Date(now.getTime() - 60 * DAY_MS).toISOString(),
    });
    sheets.set(name, saved);
  }
  const horses = await book.horses.list();
  for (const { horse: name, sheet: of, daysAgo, judges, about, errors = 0, ...rest } of RIDES) {
    const horse = horses.find((h) => h.name === name);
    const sheet = sheets.get(of)!;
    if (!horse) continue;
    const judge = judgesOf(sheet, about, random);
    await book.rides.save({
      ...rest,
      id: id(today - daysAgo),
      revision: 0,
      horseId: horse.id,
      riderId: horse.riderIds[0] ?? null,
      lessonId: sheet.id,
      document: sheet.document,
      date: dateOf(today - daysAgo),
      judges: judges.map(judge),
      errors,
      target: 7,
      notes: '',
      corrections: [],
    });
  }
}

/** Judges of one ride. What is hard is hard for every judge: each box has its own level. */
function judgesOf({ document }: LessonRecord, about: number, random: () => number) {
  const { boxes, collectives } = sheetOf(document, compileRide(document));
  const levels = new Map(
    [...boxes.map((b) => String(b.number)), ...collectives.map((c) => c.name)].map((key) => [
      key,
      about + 0.7 * normal(random),
    ]),
  );
  const markOf = (key: string) => half(levels.get(key)! + 0.35 * normal(random));
  const remarkOn = (mark: number): string | undefined =>
    mark <= about - 0.7 ? REMARKS['low'] : mark >= about + 0.9 ? REMARKS['high'] : undefined;
  return (at: string): RideJudge => {
    const marks = Object.fromEntries(boxes.map((b) => [b.number, markOf(String(b.number))]));
    const remarks = Object.fromEntries(
      Object.entries(marks).flatMap(([key, mark]) => {
        const said = remarkOn(mark);
        return said ? [[key, said]] : [];
      }),
    );
    const whole = Object.fromEntries(collectives.map((c) => [c.name, markOf(c.name)]));
    return { at, marks, collectives: whole, remarks };
  };
}
