import type { Timetable } from '@canter-book/core/calendar/appointment';
import { same } from '@canter-book/core/documents/fields';
import { Failed } from '../../api/Failed.tsx';
import { useTimetableQuery } from '../../api/timetable.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { useEntered } from '../../kept/useEntered.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { ChangedElsewhere } from '../../ui/ChangedElsewhere.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Page } from '../../ui/Page.tsx';
import { Arenas, DayHours, Instructors, TravelTimes } from './HoursFields.tsx';
import { Feeds, Busy } from './Calendars.tsx';

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
          <Hours saved={query.data} />
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

const PARTS: Partial<Record<keyof Timetable, string>> = {
  travel: 'ways between them',
  opens: 'opening hours',
  closes: 'closing hours',
  breakAfterMin: 'breaks',
  breakMin: 'breaks',
};

function Hours({ saved }: { saved: Timetable }) {
  const { draft, set, overruled } = useEntered(saved);
  const { save, error, isSaving } = useSave('timetable');
  const isChanged = !same(tidied(draft), saved);
  const store = async () => {
    const answer = await save(tidied(draft), saved);
    if (!answer.error) tell('The timetable is saved.');
  };
  return (
    <form
      className="flex flex-col gap-7"
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
    >
      <LeaveGuard unsaved={() => isChanged} what="the timetable" />
      <Arenas draft={draft} set={set} />
      <Instructors draft={draft} set={set} />
      <TravelTimes draft={draft} set={set} />
      <DayHours draft={draft} set={set} />
      <ChangedElsewhere what={[...new Set(overruled.map((part) => PARTS[part] ?? part))]} />
      <Failed error={error} />
      <p>
        <Button type="submit" disabled={!isChanged || isSaving}>
          Save
        </Button>
      </p>
    </form>
  );
}
