import { Link } from 'react-router';
import { useHorsesQuery } from '../../api/horses.ts';
import { useRidesQuery } from '../../api/rides.ts';
import { shortDate } from '../../app/dates.ts';
import { resultOf, resultWords } from './resultOf.ts';
import { RIDE_KIND_WORDS } from './words.ts';

/** Earlier rides of a sheet, the newest first. */
export function RidesOfSheet({ lessonId }: { lessonId: string }) {
  const { data: rides = [] } = useRidesQuery({ lessonId });
  const { data: horses = [] } = useHorsesQuery();
  return (
    <section>
      <h2 className="mb-1 text-lg">Rides</h2>
      {rides.length === 0 && <p className="text-[14px] text-soft">Nobody has been marked yet.</p>}
      <ul className="divide-y divide-line border-y border-line">
        {rides.map((ride) => (
          <li key={ride.id}>
            <Link
              to={`/tests/rides/${ride.id}`}
              className="grid grid-cols-[1fr_auto] gap-x-3 px-1 py-1.5 text-[14px] no-underline hover:bg-sand-light"
            >
              <b>{horses.find((h) => h.id === ride.horseId)?.name}</b>
              <span className="tabular font-mono font-bold">{resultWords(resultOf(ride))}</span>
              <span className="col-span-2 text-[12.5px] text-soft">
                {shortDate(ride.date)} · {RIDE_KIND_WORDS[ride.kind]}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
