import { beforeEach, describe, expect, test } from '@jest/globals';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/book/records';
import type { Problem } from '../../../api/problem.ts';
import type { LessonDraft } from '../../../kept/lessonDrafts.ts';
import { LessonSaver } from './lessonSaver.ts';

const TEXT = 'lesson "Soft"\nA trot working\nC circle left 20\n';
const record = (revision: number, text = TEXT): LessonRecord => ({
  id: 'r1',
  revision,
  title: 'Soft',
  horseId: null,
  document: parseLesson(text).lesson,
  tags: [],
  template: false,
  updatedAt: '2026-01-01T00:00:00Z',
});

/** A server and a clock that the test moves by hand. */
function bench(opening: LessonDraft = { text: TEXT, revision: 3 }) {
  const sent: LessonRecord[] = [];
  const kept = new Map<string, LessonDraft>();
  let due: (() => void) | null = null;
  let answer: (r: LessonRecord) => { saved: LessonRecord } | { problem: Problem } = (r) => ({
    saved: { ...r, revision: r.revision + 1 },
  });
  let ids = 0;
  const saver = new LessonSaver(record(3), opening, {
    drafts: {
      keep: async (id, draft) => kept.set(id, draft).size > 0 && made.keeps,
      drop: (id) => void kept.delete(id),
    },
    newId: () => `n${++ids}`,
    now: () => new Date('2026-01-02T00:00:00Z'),
    later(run) {
      due = run;
      return () => (due = null);
    },
    async save(r) {
      sent.push(r);
      return answer(r);
    },
  });
  const made = {
    /** Whether the device has room for drafts. */
    keeps: true,
    saver,
    sent,
    kept,
    answers: (next: typeof answer) => (answer = next),
    async rest() {
      const run = due;
      due = null;
      run?.();
      await new Promise((done) => setTimeout(done, 0));
    },
  };
  return made;
}

const problem = (status: number, current?: LessonRecord): { problem: Problem } => ({
  problem: { status, title: 't', detail: 'why', current },
});

describe('saving a lesson as it is typed', () => {
  let b: ReturnType<typeof bench>;
  beforeEach(() => {
    b = bench();
  });

  test('waits for a rest, sends the whole document, keeps the ids of its lines', async () => {
    b.saver.change(`${TEXT}E halt\n`, 'h1');
    expect(b.saver.current().kind).toBe('waiting');
    expect(b.sent).toHaveLength(0);
    await b.rest();
    expect(b.saver.current()).toEqual({ kind: 'saved', revision: 4 });
    expect(b.sent[0]).toMatchObject({ revision: 3, horseId: 'h1', title: 'Soft' });
    expect(b.sent[0]!.document.items.map((i) => i.id)).toEqual(['i1', 'i2', 'n3']);
    expect(b.kept.size).toBe(0);
  });

  test('flushed, it sends at once and answers whether the book has it', async () => {
    const { saver, sent, answers } = bench();
    expect(await saver.flush()).toBe(true);
    expect(sent).toHaveLength(0);
    saver.change(`${TEXT}B circle left 20\n`, null);
    expect(await saver.flush()).toBe(true);
    expect(sent).toHaveLength(1);
    answers(() => problem(503));
    saver.change(TEXT, null);
    expect(await saver.flush()).toBe(false);
  });

  test('opening a lesson saves nothing', async () => {
    await b.rest();
    expect(b.sent).toHaveLength(0);
  });

  test('keeps the text on the device while the server is away, and tries again', async () => {
    b.answers(() => problem(0));
    b.saver.change(`${TEXT}E halt\n`, null);
    await b.rest();
    expect(b.saver.current().kind).toBe('offline');
    expect(b.kept.get('r1')).toEqual({ text: `${TEXT}E halt\n`, revision: 3 });
    b.answers((r) => ({ saved: { ...r, revision: 4 } }));
    await b.rest();
    expect(b.saver.current()).toEqual({ kind: 'saved', revision: 4 });
  });

  test('delivers at once what the device had kept from the last time', async () => {
    const later = bench({ text: `${TEXT}E halt\n`, revision: 3 });
    await later.rest();
    expect(printLesson(later.sent[0]!.document)).toContain('E halt');
  });

  test('says why the server refused, and does not send it again by itself', async () => {
    b.answers(() => problem(400));
    b.saver.change('lesson "x"\n', null);
    await b.rest();
    await b.rest();
    expect(b.saver.current()).toEqual({ kind: 'refused', revision: 3, why: 'why' });
    expect(b.sent).toHaveLength(1);
  });

  test.each([
    ['theirs', 'K halt', 'saved', 0],
    ['mine', 'E halt', 'waiting', 1],
  ] as const)('after a conflict goes on with %s', async (keep, text, kind, sends) => {
    b.answers(() => problem(409, record(5, `${TEXT}K halt\n`)));
    b.saver.change(`${TEXT}E halt\n`, null);
    await b.rest();
    expect(b.saver.current()).toMatchObject({ kind: 'conflict' });
    // What is typed on meanwhile is kept, not sent.
    b.saver.change(`${TEXT}E halt\n`, null);
    await b.rest();
    expect(b.sent).toHaveLength(1);
    expect(b.saver.resolve(keep)).toContain(text);
    expect(b.saver.current().kind).toBe(kind);
    b.answers((r) => ({ saved: { ...r, revision: r.revision + 1 } }));
    await b.rest();
    expect(b.sent).toHaveLength(1 + sends);
    if (keep === 'mine') expect(b.sent[1]!.revision).toBe(5);
  });

  test('takes what another device saved, unless something of its own waits', async () => {
    expect(b.saver.adopt(record(3))).toBeNull();
    expect(b.saver.adopt({ ...record(5, `${TEXT}K halt\n`), tags: ['soft'] })).toContain('K halt');
    expect(b.saver.current()).toEqual({ kind: 'saved', revision: 5 });
    expect(b.saver.currentDetails().tags).toEqual(['soft']);
    // The page follows with the same text: there is nothing to save.
    b.saver.change(printLesson(record(5, `${TEXT}K halt\n`).document), null);
    await b.rest();
    expect(b.sent).toHaveLength(0);
    b.saver.change(`${TEXT}E halt\n`, null);
    expect(b.saver.adopt(record(6))).toBeNull();
    await b.rest();
    expect(b.sent[0]!.revision).toBe(5);
  });

  test('tags and the template mark are saved like the text, also while it is being sent', async () => {
    const { saver, sent } = b;
    saver.change(`${TEXT}B halt\n`, null);
    saver.setDetails({ tags: ['soft'], template: true });
    await b.rest();
    expect(sent.at(-1)).toMatchObject({ tags: ['soft'], template: true });
    expect(printLesson(sent.at(-1)!.document)).toContain('B halt');
    expect(saver.currentDetails().template).toBe(true);
  });

  test('left before it was sent, it is sent at once', async () => {
    b.saver.change(`${TEXT}E halt\n`, null);
    const gone = b.saver.flush();
    b.saver.stop();
    expect(await gone).toBe(true);
    expect(b.sent).toHaveLength(1);
  });

  test('a busy or a full server is no refusal: it is asked again, more and more seldom', async () => {
    for (const status of [429, 503, 507, 0]) {
      b.answers(() => problem(status));
      b.saver.change(`${TEXT}E halt ${status} s\n`, null);
      await b.rest();
      expect(b.saver.current()).toMatchObject({ kind: 'offline', kept: true });
    }
  });

  test('where the device keeps nothing it does not claim to', async () => {
    const none = bench();
    none.keeps = false;
    none.answers(() => problem(0));
    none.saver.change(`${TEXT}E halt\n`, null);
    await none.rest();
    expect(none.saver.current()).toMatchObject({ kind: 'offline', kept: false });
  });
});
