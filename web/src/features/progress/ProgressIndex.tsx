import { Link } from 'react-router';
import { SCALES, type Scale } from '@canter-book/core/observations/scales';
import type { GateState } from '@canter-book/core/programme/gate';
import { daysLater } from '@canter-book/core/progress/days';
import { timeSaid } from '@canter-book/core/report/time';
import { CONFIRMED_FROM } from '@canter-book/core/progress/standing';
import {
  useHorsesQuery,
  useSessionsQuery,
  useYardQuery,
  type SessionSummary,
  type YardRow,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { ago, today } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { SideScroll } from '../../ui/SideScroll.tsx';

const FOUR_WEEKS = 27;

/** The whole yard on one page: who needs what. */
export default function ProgressIndex() {
  useTitle('Progress');
  const horses = useHorsesQuery();
  const yard = useYardQuery(today());
  const since = daysLater(today(), -FOUR_WEEKS);
  const { data: sessions = [] } = useSessionsQuery({ since, limit: 1000 });
  if (!horses.data) return <QueryState query={horses} what="horses" />;
  if (!yard.data) return <QueryState query={yard} what="yard" />;
  const rows = new Map(yard.data.map((row) => [row.horseId, row]));
  return (
    <Page
      title="Progress"
      about="The whole yard: where each horse stands, and what it waits for"
      actions={
        <Button look="quiet" onClick={() => window.print()}>
          Print
        </Button>
      }
    >
      <div className="p-5 md:p-7">
        {horses.data.length === 0 ? (
          <Empty title="No horse in the book yet.">
            <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
          </Empty>
        ) : (
          <>
            <p className="mb-3 text-[13px] text-soft">
              Level on each rein, ◐ left and ◑ right. Bold: confirmed, {CONFIRMED_FROM} or more.
              Arrows: what the last twelve weeks came to, where the marks carry it.
            </p>
            <SideScroll label="The yard, as a table">
              <table className="w-full min-w-[68rem] border-y border-line">
                <thead className="text-left text-[13px] text-soft">
                  <tr className="border-b border-line">
                    <th className="py-2 font-normal">horse</th>
                    {SCALES.map((scale) => (
                      <th key={scale} className="font-normal">
                        {scale}
                      </th>
                    ))}
                    <th className="font-normal">theme, gate</th>
                    <th className="font-normal">four weeks</th>
                    <th className="font-normal">waits for</th>
                    <th className="font-normal">last worked</th>
                  </tr>
                </thead>
                <tbody>
                  {horses.data.map((horse) => {
                    const row = rows.get(horse.id);
                    return (
                      <tr key={horse.id} className="border-b border-line hover:bg-sand-light">
                        <th className="py-3 text-left">
                          <Link
                            to={`/progress/${horse.id}`}
                            className="font-book text-lg font-semibold no-underline hover:underline"
                          >
                            {horse.name}
                          </Link>
                        </th>
                        {SCALES.map((scale) => (
                          <td key={scale}>{row && <ScaleCell row={row} scale={scale} />}</td>
                        ))}
                        <td className="pr-3 text-[14px]">
                          {row?.programme ? (
                            <Link to={`/horses/${horse.id}/programme`}>
                              {row.programme.theme}
                              {row.programme.gate && `, ${GATE_WORDS[row.programme.gate.state]}`}
                            </Link>
                          ) : (
                            <span className="text-soft">–</span>
                          )}
                        </td>
                        <td className="pr-3 text-[14px]">
                          <Link to={`/horses/${horse.id}/report`}>
                            {inFourWeeks(horse.id, sessions)}
                          </Link>
                        </td>
                        <td className="text-[14px]">
                          {row?.next ? (
                            <>
                              {row.next.scale}, <ReinMark rein={row.next.rein} word />
                            </>
                          ) : (
                            <span className="text-soft">
                              {row?.lastDate ? 'nothing' : 'its first marks'}
                            </span>
                          )}
                        </td>
                        <td className="text-[14px] text-soft">
                          {row?.lastDate ? ago(row.lastDate) : 'not yet'}
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </SideScroll>
          </>
        )}
      </div>
    </Page>
  );
}

const GATE_WORDS: Readonly<Record<GateState, string>> = {
  open: 'open',
  nearly: 'nearly open',
  'not yet': 'not yet',
};

/** "9 lessons, 5 h 40 min". */
function inFourWeeks(horseId: string, sessions: readonly SessionSummary[]): string {
  const own = sessions.filter((s) => s.horseId === horseId);
  const minutes = Math.round(own.reduce((sum, s) => sum + (s.minutes ?? 0), 0));
  if (own.length === 0) return 'no lesson';
  return `${own.length === 1 ? '1 lesson' : `${own.length} lessons`}, ${timeSaid(minutes)}`;
}

const ARROWS: Partial<Record<string, readonly [sign: string, look: string]>> = {
  improving: ['↗', 'text-bottle'],
  slipping: ['↘', 'text-ochre'],
  'set back': ['⤓', 'text-madder'],
  recovering: ['⤒', 'text-sky'],
};

function ScaleCell({ row, scale }: { row: YardRow; scale: Scale }) {
  return (
    <span className="tabular flex flex-col font-mono text-[14px] leading-snug">
      {(['left', 'right'] as const).map((rein) => {
        const standing = row.standings[scale][rein];
        const verdict = row.verdicts[`${scale}/${rein}`];
        const [sign, look] = (verdict && ARROWS[verdict]) ?? [];
        return (
          <span key={rein} className="flex gap-1">
            <ReinMark rein={rein} />
            {standing ? (
              <>
                <span className={standing.mean >= CONFIRMED_FROM ? 'font-bold' : 'text-soft'}>
                  {standing.mean.toFixed(1)}
                </span>
                {sign && (
                  <span className={look} title={verdict}>
                    {sign}
                    <span className="sr-only">{verdict}</span>
                  </span>
                )}
              </>
            ) : (
              <span className="text-soft">–</span>
            )}
          </span>
        );
      })}
    </span>
  );
}
