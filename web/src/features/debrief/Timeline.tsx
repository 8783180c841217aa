import { useMemo, useState } from 'react';
import type { Observation } from '@canter-book/core/observations/observation';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse, Session } from '@canter-book/core/book/records';
import { timelineOf } from '@canter-book/core/debrief/timeline';
import type { Lesson } from '@canter-book/core/lesson/document';
import { setName, type SetId } from '@canter-book/core/planner/marks';
import { swapsIn } from '@canter-book/core/planner/swap';
import { clock } from '@canter-book/core/units';
import { useShelf } from '../shelf/useShelf.ts';

interface TimelineProps {
  session: Session;
  seen: readonly Observation[];
  /** Its own strides set the planned times, as at the desk; null until it is known. */
  horse: Horse | null;
  onTakeBack(id: string): void;
}

const DAY_MS = 24 * 3600 * 1000;

/** The plan beside the ride and everything seen in it. For a day it can be corrected; then it stands. */
export function Timeline({ session, seen, horse, onTakeBack }: TimelineProps) {
  const rows = useMemo(
    () => timelineOf(session, seen, profileOf(horse, session.date)),
    [session, seen, horse],
  );
  const [now] = useState(() => Date.now());
  const open = now - Date.parse(session.endedAt ?? session.startedAt) < DAY_MS;
  if (rows.length === 0) return null;
  return (
    <details className="mt-7" open={rows.length < 30}>
      <summary className="cursor-pointer text-lg">
        <span className="font-book font-semibold">Planned and ridden</span>{' '}
        <span className="text-[13px] text-soft">
          {open
            ? 'Entries can be deleted until tomorrow; the book keeps that they were there'
            : 'the day is over: it stands as it is'}
        </span>
      </summary>
      {session.document && <Changed lesson={session.document} />}
      <table className="mt-2 w-full text-[14px]">
        <thead className="text-left text-[13px] text-soft">
          <tr>
            <th className="w-14 font-normal">planned</th>
            <th className="w-14 font-normal">ridden</th>
            <th className="font-normal">movement, and what was seen</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <MovementRow key={i} row={row} onTakeBack={open ? onTakeBack : null} />
          ))}
        </tbody>
      </table>
    </details>
  );
}

interface MovementRowProps {
  row: ReturnType<typeof timelineOf>[number];
  /** Null once the day is over. */
  onTakeBack: ((id: string) => void) | null;
}

const MovementRow = ({ row, onTakeBack }: MovementRowProps) => (
  <tr className="border-t border-dotted border-line align-top">
    <td className="tabular py-1 font-mono text-soft">
      {row.plannedS === null ? '' : clock(row.plannedS)}
    </td>
    <td className="tabular py-1 font-mono">
      {row.riddenS === null ? <span className="text-soft">–</span> : clock(row.riddenS)}
    </td>
    <td className="py-1">
      {row.text && <span className="font-mono">{row.text}</span>}
      {row.seen.map((s) => (
        <span key={s.id} className="ml-3 inline-block text-soft">
          {s.said}
          {s.by && ` (${s.by})`}
          {onTakeBack && (
            <button
              type="button"
              aria-label={`Take back: ${s.said}`}
              className="ml-1 px-1 text-madder"
              onClick={() => onTakeBack(s.id)}
            >
              ×
            </button>
          )}
        </span>
      ))}
    </td>
  </tr>
);

/** Sets that were ridden in place of planned ones. */
function Changed({ lesson }: { lesson: Lesson }) {
  const { find } = useShelf().shelf;
  const nameOf = ({ exercise, rung }: SetId): string => {
    const known = find(exercise);
    return known ? setName(known, rung) : exercise;
  };
  const swaps = swapsIn(lesson);
  if (swaps.length === 0) return null;
  return (
    <ul className="mt-2 space-y-1 rounded-lg bg-slip px-4 py-2 text-[14px]">
      {swaps.map(({ planned, ridden }) => (
        <li key={JSON.stringify([planned, ridden])}>
          {nameOf(planned)} → <b>{nameOf(ridden)}</b>
        </li>
      ))}
    </ul>
  );
}
