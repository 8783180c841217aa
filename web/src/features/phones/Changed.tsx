import { Link } from 'react-router';
import { whenSaid } from '../../app/dates.ts';
import { useAuditQuery, type AuditRow } from './phonesApi.ts';

/** What was changed from phones, and who was let in or shut out. */
export function Changed() {
  const { data: rows = [] } = useAuditQuery(undefined, { pollingInterval: 10_000 });
  if (rows.length === 0) return null;
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 text-lg">
        <span className="font-book font-semibold">What was changed</span>{' '}
        <span className="text-[13px] text-soft">from elsewhere, in the last half year</span>
      </summary>
      <ol aria-label="What was changed" className="mt-2 max-w-3xl text-[14px]">
        {rows.map((row) => (
          <li
            key={row.id}
            className="grid grid-cols-[7rem_1fr] gap-x-3 border-b border-dotted border-line py-1 sm:grid-cols-[9rem_9rem_1fr]"
          >
            <span className="text-soft">{whenSaid(row.at)}</span>
            <b>{row.person ?? 'the owner'}</b>
            <What row={row} />
          </li>
        ))}
      </ol>
    </details>
  );
}

/** A resource in words, and where one of it is looked at. */
const RESOURCES: Readonly<Record<string, readonly [words: string, page?: string]>> = {
  sessions: ['a session', '/debrief/'],
  observations: ['what was seen'],
  lessons: ['a lesson', '/desk/'],
  exercises: ['an exercise'],
  horses: ['a horse', '/horses/'],
  riders: ['a rider', '/riders/'],
  rides: ['a marked ride', '/tests/rides/'],
  programmes: ['the weeks of a horse'],
  appointments: ['an appointment'],
  timetable: ['the timetable'],
  busy: ['a calendar'],
  mine: ['the answer to the homework'],
  book: ['the book as a whole'],
  pairing: ['this phone'],
  people: ['somebody'],
  account: ['their own account'],
  shares: ['a link'],
  devices: ['a phone'],
};
const DID: Readonly<Record<string, string>> = { PUT: 'saved', POST: 'added', DELETE: 'deleted' };
/** Said otherwise than by method and resource. */
const OWN_WORDS: readonly (readonly [RegExp, string])[] = [
  [/^POST devices\/codes/, 'showed a code'],
  [/^PUT devices\/door/, 'opened or shut the door'],
  [/^POST devices\/set-aside/, 'took what a removed phone had sent'],
  [/^DELETE devices\/set-aside/, 'threw away what a removed phone had sent'],
  [/^DELETE devices/, 'removed a phone'],
  [/^POST pairing/, 'was paired'],
  [/^POST people\/.+\/invitation/, 'invited somebody again'],
  [/^POST people/, 'invited somebody'],
  [/^PUT people/, 'changed what somebody may do'],
  [/^DELETE people\/.+\/devices/, 'signed somebody out'],
  [/^DELETE people/, 'shut somebody out'],
  [/^POST sign-in\/invitation\/password/, 'took an invitation'],
  [/^POST sign-in/, 'signed in'],
  [/^DELETE sign-in/, 'signed out'],
  [/^PUT account\/password/, 'changed the password'],
  [/^POST account\/passkeys/, 'made a passkey'],
  [/^DELETE account\/passkeys/, 'deleted a passkey'],
  [/^DELETE account/, 'signed out elsewhere'],
  [/^POST shares/, 'shared something by a link'],
  [/^DELETE shares/, 'took a link back'],
];

function What({ row: { method, path, times } }: { row: AuditRow }) {
  const [resource = '', id] = path.split('/');
  const own = OWN_WORDS.find(([is]) => is.test(`${method} ${path}`))?.[1];
  const [words, page] = RESOURCES[resource] ?? [resource];
  const said = own ?? `${DID[method] ?? method} ${words}`;
  return (
    <span className="max-sm:col-start-2">
      {page && id && method !== 'DELETE' ? <Link to={`${page}${id}`}>{said}</Link> : said}
      {times > 1 && <span className="text-soft">, {times} times</span>}
    </span>
  );
}
