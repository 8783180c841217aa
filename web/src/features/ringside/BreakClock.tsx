import { useEffect, useState } from 'react';
import { breakEveryS } from '@canter-book/core/gaits/horse';
import { tell } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { clock } from '@canter-book/core/units';
import { rested, type Teaching } from './ringsideSlice.ts';

/** Time left to the next walk break of this horse; a tap says that it has just had one. */
export function BreakClock({ teaching }: { teaching: Teaching }) {
  const dispatch = useAppDispatch();
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(timer);
  }, []);
  const { horse, session } = teaching;
  const since = teaching.restedAt || Date.parse(session.startedAt);
  const leftS = breakEveryS(horse) - (now - since) / 1000;
  const due = leftS <= 0;
  return (
    <button
      type="button"
      className={`tabular min-h-14 min-w-14 shrink-0 rounded-xl px-2 text-[14px] ${due ? 'bg-slip font-bold outline-2 outline-ink' : 'border-2 border-line'}`}
      aria-label={due ? 'A walk break is due. Tap when it has had one' : 'Time to the walk break'}
      onClick={() => {
        const before = teaching.restedAt;
        const sessionId = session.id;
        dispatch(rested({ sessionId, atMs: Date.now() }));
        tell('Walk break noted.', () => dispatch(rested({ sessionId, atMs: before })));
      }}
    >
      {due ? (
        'walk now'
      ) : (
        <>
          <span className="block text-[11px] leading-tight">walk in </span>
          {clock(leftS)}
        </>
      )}
    </button>
  );
}
