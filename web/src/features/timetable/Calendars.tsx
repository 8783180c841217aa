import { useState } from 'react';
import type { Timetable } from '@canter-book/core/calendar/appointment';
import { Failed } from '../../api/Failed.tsx';
import { problemOf } from '../../api/problem.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useBusyQuery, useTakeCalendarMutation } from '../../api/timetable.ts';
import { today, whenSaid } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button, ButtonFile } from '../../ui/Button.tsx';
import { besideField, Field, inputClass, Select } from '../../ui/Field.tsx';
import { FilePick } from '../../ui/FilePick.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Gone } from './rows.tsx';

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
export function Feeds({ timetable }: { timetable: Timetable }) {
  const [whose, setWhose] = useState('');
  const { save, error, isSaving } = useSave('timetable');
  const { data: riders = [] } = useRidersQuery();
  const nameOf = ({ instructor, riderId }: { instructor: string; riderId: string | null }) =>
    riderId ? (riders.find((r) => r.id === riderId)?.name ?? 'a rider who has left') : instructor;
  const addressOf = (token: string) => `${window.location.origin}/api/calendar/feeds/${token}.ics`;
  const add = async () => {
    const made = { token: newToken(), ...whoseOf(whose) };
    const saved = await save({ ...timetable, feeds: [...timetable.feeds, made] }, timetable);
    if (!saved.error) setWhose('');
  };
  const drop = async (token: string) => {
    const feeds = timetable.feeds.filter((f) => f.token !== token);
    const saved = await save({ ...timetable, feeds }, timetable);
    if (!saved.error) tell('The link no longer works.');
  };
  return (
    <section>
      <h2 className="mb-1 text-lg">Calendar links</h2>
      <p className="mb-3 text-[14px] text-soft">
        A private link for each person: the calendar on their phone follows it and stays up to date.
        Anyone who has the link sees that person’s lessons; delete it if it gets into the wrong
        hands.
      </p>
      <ul className="mb-3 space-y-2">
        {timetable.feeds.map((feed) => (
          <li key={feed.token} className="grid grid-cols-[8rem_1fr_auto] items-center gap-2">
            <b className="truncate">{nameOf(feed)}</b>
            <input
              readOnly
              aria-label={`Link for ${nameOf(feed)}`}
              className={`${inputClass} font-mono text-[13px]`}
              value={addressOf(feed.token)}
              onFocus={(e) => e.target.select()}
            />
            <Gone what={`the link for ${nameOf(feed)}`} onGone={() => void drop(feed.token)} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-start gap-x-3">
        <div className="w-64">
          <Whose label="Link for" timetable={timetable} value={whose} onChange={setWhose} />
        </div>
        <Button
          look="quiet"
          className={besideField}
          disabled={whose === '' || isSaving}
          onClick={() => void add()}
        >
          Create a link
        </Button>
        <ButtonFile look="quiet" className={besideField} href="/api/calendar/lessons.ics">
          All lessons as a file
        </ButtonFile>
      </div>
      <Failed error={error} />
    </section>
  );
}

const timesSaid = (n: number): string => (n === 1 ? '1 time' : `${n} times`);

/** When people are not free, from calendars of their own. */
export function Busy({ timetable }: { timetable: Timetable }) {
  const [whose, setWhose] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [take] = useTakeCalendarMutation();
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
        Somebody’s own calendar file (.ics): you are told where a lesson clashes with it. Importing
        the file again replaces the old one. A file in the folder <i>calendars</i> of the book,
        named after a person, is read by itself.
      </p>
      <Taken />
      <div className="flex flex-wrap items-start gap-x-3">
        <div className="w-64">
          <Whose label="Whose calendar" timetable={timetable} value={whose} onChange={setWhose} />
        </div>
        <div className={besideField}>
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
      <Fault>{failure}</Fault>
    </section>
  );
}

/** The calendars that were read. */
function Taken() {
  const { data: calendars = [] } = useBusyQuery();
  const { data: riders = [] } = useRidersQuery();
  const { remove } = useSave('busy');
  return (
    <ul className="mb-3">
      {calendars.map((b) => (
        <li
          key={b.id}
          className="flex items-center gap-3 border-b border-dotted border-line py-1.5"
        >
          <b>{b.instructor || riders.find((r) => r.id === b.riderId)?.name}</b>
          <span className="min-w-0 flex-1 truncate text-[14px] text-soft">
            {b.name} · {timesSaid(b.hours.length)} · read {whenSaid(b.readAt)}
          </span>
          <Gone what={b.name} onGone={() => void remove(b)} />
        </li>
      ))}
    </ul>
  );
}
