import { useState } from 'react';
import type { Timetable } from '@canter-book/core/calendar/appointment';
import {
  problemOf,
  useBusyQuery,
  useRemoveCalendarMutation,
  useRidersQuery,
  useSaveTimetableMutation,
  useTakeCalendarMutation,
  useTimetableQuery,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { today, whenSaid } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonFile, ButtonLink } from '../../ui/Button.tsx';
import { Field, inputClass, Select, TextInput } from '../../ui/Field.tsx';
import { FilePick } from '../../ui/FilePick.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Page } from '../../ui/Page.tsx';

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
        <div className="grid max-w-[1400px] gap-x-12 gap-y-8 p-5 md:p-7 xl:grid-cols-2">
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
          How many may ride in each at once, and the place it lies at, if the yard has several.
        </p>
        <ul className="space-y-2">
          {draft.arenas.map((arena, i) => {
            const change = (part: Partial<typeof arena>) =>
              set({ arenas: draft.arenas.map((a, k) => (k === i ? { ...a, ...part } : a)) });
            return (
              <li key={i} className="grid grid-cols-[1fr_1fr_5rem_auto] gap-2">
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
            <li key={i} className="grid grid-cols-[1fr_auto] gap-2">
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
        <h2 className="mb-1 text-lg">Ways between places</h2>
        <ul className="space-y-2">
          {draft.travel.map((way, i) => {
            const change = (part: Partial<typeof way>) =>
              set({ travel: draft.travel.map((w, k) => (k === i ? { ...w, ...part } : w)) });
            return (
              <li key={i} className="grid grid-cols-[1fr_1fr_5rem_auto] gap-2">
                <TextInput
                  aria-label={`Way ${i + 1}, from`}
                  placeholder="from"
                  value={way.from}
                  onChange={(e) => change({ from: e.target.value })}
                />
                <TextInput
                  aria-label={`Way ${i + 1}, to`}
                  placeholder="to"
                  value={way.to}
                  onChange={(e) => change({ to: e.target.value })}
                />
                <TextInput
                  aria-label={`Way ${i + 1}, minutes`}
                  type="number"
                  min={1}
                  max={480}
                  value={way.minutes}
                  onChange={(e) => change({ minutes: Math.max(1, Number(e.target.value)) })}
                />
                <Gone
                  what="the way"
                  onGone={() => set({ travel: draft.travel.filter((_, k) => k !== i) })}
                />
              </li>
            );
          })}
        </ul>
        <More
          onMore={() => set({ travel: [...draft.travel, { from: '', to: '', minutes: 15 }] })}
          what="Add a way"
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
            ['breakAfterMin', 'Teaching in a row', 'minutes at most', 30, 600],
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

const Gone = ({ what, onGone }: { what: string; onGone(): void }) => (
  <Button look="danger" aria-label={`Delete ${what}`} onClick={onGone}>
    Delete
  </Button>
);

const More = ({ what, onMore }: { what: string; onMore(): void }) => (
  <Button look="quiet" className="mt-2" onClick={onMore}>
    {what}
  </Button>
);

/** 128 bits, as a browser makes them. */
function newToken(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
}

/** Whose calendar: "i/Rowan" or "r/<id>". */
const whoseOf = (key: string) =>
  key.startsWith('r/')
    ? { instructor: '', riderId: key.slice(2) }
    : { instructor: key.slice(2), riderId: null };

interface WhoseProps {
  timetable: Timetable;
  value: string;
  label: string;
  onChange(key: string): void;
}

function Whose({ timetable, value, label, onChange }: WhoseProps) {
  const { data: riders = [] } = useRidersQuery();
  return (
    <Field label={label}>
      {(field) => (
        <Select {...field} value={value} onChange={(e) => onChange(e.target.value)}>
          <option value="">Choose a person</option>
          {timetable.instructors.map((i) => (
            <option key={i} value={`i/${i}`}>
              {i}, instructor
            </option>
          ))}
          {riders
            .filter((r) => !r.retiredOn)
            .map((r) => (
              <option key={r.id} value={`r/${r.id}`}>
                {r.name}
              </option>
            ))}
        </Select>
      )}
    </Field>
  );
}

/** The timetable for other calendars: as a file, and under secret addresses. */
function Feeds({ timetable }: { timetable: Timetable }) {
  const [whose, setWhose] = useState('');
  const [put] = useSaveTimetableMutation();
  const { data: riders = [] } = useRidersQuery();
  const nameOf = ({ instructor, riderId }: { instructor: string; riderId: string | null }) =>
    riderId ? (riders.find((r) => r.id === riderId)?.name ?? 'a rider who has left') : instructor;
  const addressOf = (token: string) => `${window.location.origin}/api/calendar/feeds/${token}.ics`;
  const add = () => {
    const feeds = [...timetable.feeds, { token: newToken(), ...whoseOf(whose) }];
    void put({ ...timetable, feeds });
    setWhose('');
  };
  const drop = (token: string) => {
    const feeds = timetable.feeds.filter((f) => f.token !== token);
    void put({ ...timetable, feeds });
    tell('The address no longer answers.');
  };
  return (
    <section>
      <h2 className="mb-1 text-lg">For other calendars</h2>
      <p className="mb-3 text-[14px] text-soft">
        A secret address for each person: the calendar on their phone reads it, and stays up to
        date. Whoever has the address sees that person’s lessons; delete it when it has got about.
      </p>
      <ul className="mb-3 space-y-2">
        {timetable.feeds.map((feed) => (
          <li key={feed.token} className="grid grid-cols-[8rem_1fr_auto] items-center gap-2">
            <b className="truncate">{nameOf(feed)}</b>
            <input
              readOnly
              aria-label={`Address for ${nameOf(feed)}`}
              className={`${inputClass} font-mono text-[13px]`}
              value={addressOf(feed.token)}
              onFocus={(e) => e.target.select()}
            />
            <Gone what={`the address for ${nameOf(feed)}`} onGone={() => drop(feed.token)} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-64">
          <Whose label="Address for" timetable={timetable} value={whose} onChange={setWhose} />
        </div>
        <Button look="quiet" className="mb-6" disabled={whose === ''} onClick={add}>
          Make an address
        </Button>
        <ButtonFile look="quiet" className="mb-6" href="/api/calendar/lessons.ics">
          All lessons as a file
        </ButtonFile>
      </div>
    </section>
  );
}

const timesSaid = (n: number): string => (n === 1 ? '1 time' : `${n} times`);

/** When people are not free, from calendars of their own. */
function Busy({ timetable }: { timetable: Timetable }) {
  const [whose, setWhose] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const query = useBusyQuery();
  const { data: riders = [] } = useRidersQuery();
  const [take] = useTakeCalendarMutation();
  const [drop] = useRemoveCalendarMutation();
  const read = async (file: File) => {
    const { instructor, riderId } = whoseOf(whose);
    const answer = await take({
      text: await file.text(),
      name: file.name.slice(0, 120),
      ...(riderId ? { riderId } : { instructor }),
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      today: today(),
    });
    setFailure(answer.error ? problemOf(answer.error).detail : null);
    if (answer.data) tell(`${file.name}: ${timesSaid(answer.data.hours.length)} in the next year.`);
  };
  return (
    <section>
      <h2 className="mb-1 text-lg">When people are busy</h2>
      <p className="mb-3 text-[14px] text-soft">
        A calendar file (.ics) of somebody’s own: its times are said where a lesson falls into them.
        The same file again takes the place of the old one. A file in the folder <i>calendars</i> of
        the book, named after a person, is read by itself.
      </p>
      <ul className="mb-3">
        {(query.data ?? []).map((b) => (
          <li
            key={b.id}
            className="flex items-center gap-3 border-b border-dotted border-line py-1.5"
          >
            <b>{b.instructor || riders.find((r) => r.id === b.riderId)?.name}</b>
            <span className="min-w-0 flex-1 truncate text-[14px] text-soft">
              {b.name} · {timesSaid(b.hours.length)} · read {whenSaid(b.readAt)}
            </span>
            <Gone what={b.name} onGone={() => void drop(b.id)} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-64">
          <Whose label="Whose it is" timetable={timetable} value={whose} onChange={setWhose} />
        </div>
        <div className="mb-6">
          {whose === '' ? (
            <Button look="quiet" disabled>
              Choose a file
            </Button>
          ) : (
            <FilePick
              label="Calendar file"
              accept=".ics,text/calendar"
              onPick={(f) => void read(f)}
            >
              Choose a file
            </FilePick>
          )}
        </div>
      </div>
      {failure && (
        <p role="alert" className="text-madder">
          ✕ {failure}
        </p>
      )}
    </section>
  );
}
