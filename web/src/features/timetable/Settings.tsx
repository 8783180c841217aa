import { useState } from 'react';
import type { Timetable } from '@canter-book/core/calendar/appointment';
import { problemOf } from '../../api/problem.ts';
import { useSaveTimetableMutation, useTimetableQuery } from '../../api/timetable.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Page } from '../../ui/Page.tsx';
import { Gone, More } from './rows.tsx';
import { Feeds, Busy } from './Calendars.tsx';

/** Three fields and the way to delete them: side by side, or two and two on a phone. */
const ROW =
  'grid grid-cols-2 gap-2 max-sm:border-b max-sm:border-dotted max-sm:border-line max-sm:pb-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_5rem_auto]';

/** Arenas and the ways between them, instructors, hours; calendars out and in. */
export default function Settings() {
  useTitle('Timetable');
  const query = useTimetableQuery();
  return (
    <Page
      title="Timetable"
      about="Where and when the yard teaches, and other calendars"
      actions={
        <ButtonLink look="quiet" to="/">
          To the day
        </ButtonLink>
      }
    >
      {query.data ? (
        <div className="grid max-w-[1400px] grid-cols-1 gap-x-12 gap-y-8 p-5 md:p-7 xl:grid-cols-2">
          <Hours key={query.data.revision} saved={query.data} />
          <div className="flex flex-col gap-8">
            <Feeds timetable={query.data} />
            <Busy timetable={query.data} />
          </div>
        </div>
      ) : (
        <QueryState query={query} what="timetable" />
      )}
    </Page>
  );
}

/** Rows that are empty are not kept. */
const tidied = (t: Timetable): Timetable => ({
  ...t,
  arenas: t.arenas.filter((a) => a.name.trim() !== ''),
  instructors: t.instructors.filter((i) => i.trim() !== ''),
  travel: t.travel.filter((w) => w.from.trim() !== '' && w.to.trim() !== ''),
});

function Hours({ saved }: { saved: Timetable }) {
  const [draft, setDraft] = useState(saved);
  const [put, { error, isLoading }] = useSaveTimetableMutation();
  const set = (part: Partial<Timetable>) => setDraft({ ...draft, ...part });
  const isChanged = JSON.stringify(tidied(draft)) !== JSON.stringify(saved);
  const save = async () => {
    const answer = await put(tidied(draft));
    if (!answer.error) tell('The timetable is saved.');
  };
  return (
    <form
      className="flex flex-col gap-7"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <LeaveGuard unsaved={() => isChanged} what="the timetable" />
      <section>
        <h2 className="mb-1 text-lg">Arenas</h2>
        <p className="mb-3 text-[14px] text-soft">
          How many may ride in each at once, and where it is, if the yard has several places.
        </p>
        <ul className="space-y-2">
          {draft.arenas.map((arena, i) => {
            const change = (part: Partial<typeof arena>) =>
              set({ arenas: draft.arenas.map((a, k) => (k === i ? { ...a, ...part } : a)) });
            return (
              <li key={i} className={ROW}>
                <TextInput
                  aria-label={`Arena ${i + 1}, name`}
                  placeholder="Sail loft"
                  value={arena.name}
                  onChange={(e) => change({ name: e.target.value })}
                />
                <TextInput
                  aria-label={`Arena ${i + 1}, place`}
                  placeholder="place"
                  value={arena.place}
                  onChange={(e) => change({ place: e.target.value })}
                />
                <TextInput
                  aria-label={`Arena ${i + 1}, riders at once`}
                  type="number"
                  min={1}
                  max={30}
                  value={arena.most}
                  onChange={(e) => change({ most: Math.max(1, Number(e.target.value)) })}
                />
                <Gone
                  what={arena.name || 'the arena'}
                  onGone={() => set({ arenas: draft.arenas.filter((_, k) => k !== i) })}
                />
              </li>
            );
          })}
        </ul>
        <More
          onMore={() => set({ arenas: [...draft.arenas, { name: '', place: '', most: 4 }] })}
          what="Add an arena"
        />
      </section>
      <section>
        <h2 className="mb-1 text-lg">Instructors</h2>
        <ul className="space-y-2">
          {draft.instructors.map((one, i) => (
            <li key={i} className="grid grid-cols-[minmax(0,1fr)_auto] gap-2">
              <TextInput
                aria-label={`Instructor ${i + 1}`}
                value={one}
                onChange={(e) =>
                  set({
                    instructors: draft.instructors.map((x, k) => (k === i ? e.target.value : x)),
                  })
                }
              />
              <Gone
                what={one || 'the instructor'}
                onGone={() => set({ instructors: draft.instructors.filter((_, k) => k !== i) })}
              />
            </li>
          ))}
        </ul>
        <More
          onMore={() => set({ instructors: [...draft.instructors, ''] })}
          what="Add an instructor"
        />
      </section>
      <section>
        <h2 className="mb-1 text-lg">Travel times</h2>
        <ul className="space-y-2">
          {draft.travel.map((way, i) => {
            const change = (part: Partial<typeof way>) =>
              set({ travel: draft.travel.map((w, k) => (k === i ? { ...w, ...part } : w)) });
            return (
              <li key={i} className={ROW}>
                <TextInput
                  aria-label={`Journey ${i + 1}, from`}
                  placeholder="from"
                  value={way.from}
                  onChange={(e) => change({ from: e.target.value })}
                />
                <TextInput
                  aria-label={`Journey ${i + 1}, to`}
                  placeholder="to"
                  value={way.to}
                  onChange={(e) => change({ to: e.target.value })}
                />
                <TextInput
                  aria-label={`Journey ${i + 1}, minutes`}
                  type="number"
                  min={1}
                  max={480}
                  value={way.minutes}
                  onChange={(e) => change({ minutes: Math.max(1, Number(e.target.value)) })}
                />
                <Gone
                  what="the journey"
                  onGone={() => set({ travel: draft.travel.filter((_, k) => k !== i) })}
                />
              </li>
            );
          })}
        </ul>
        <More
          onMore={() => set({ travel: [...draft.travel, { from: '', to: '', minutes: 15 }] })}
          what="Add a journey"
        />
      </section>
      <section className="grid gap-4 sm:grid-cols-4">
        <h2 className="text-lg sm:col-span-4">Hours</h2>
        {(
          [
            ['opens', 'Opens'],
            ['closes', 'Closes'],
          ] as const
        ).map(([part, label]) => (
          <Field key={part} label={label}>
            {(field) => (
              <TextInput
                {...field}
                type="time"
                value={draft[part]}
                onChange={(e) => e.target.value && set({ [part]: e.target.value })}
              />
            )}
          </Field>
        ))}
        {(
          [
            ['breakAfterMin', 'Teach at most', 'minutes in a row', 30, 600],
            ['breakMin', 'Then a break', 'minutes; 0: none', 0, 120],
          ] as const
        ).map(([part, label, hint, min, max]) => (
          <Field key={part} label={label} hint={hint}>
            {(field) => (
              <TextInput
                {...field}
                type="number"
                min={min}
                max={max}
                value={draft[part]}
                onChange={(e) => set({ [part]: Number(e.target.value) })}
              />
            )}
          </Field>
        ))}
      </section>
      {error && (
        <p role="alert" className="text-madder">
          ✕ {problemOf(error).detail}
        </p>
      )}
      <p>
        <Button type="submit" disabled={!isChanged || isLoading}>
          Save
        </Button>
      </p>
    </form>
  );
}
