import type { SessionSummary } from '@canter-book/core/book/summaries';
import { REINS } from '@canter-book/core/arena/rein';
import type { Horse } from '@canter-book/core/book/records';
import { useState } from 'react';
import { Link } from 'react-router';
import { SCALES, type Scale } from '@canter-book/core/scales';
import type { GateState } from '@canter-book/core/programme/gate';
import { daysLater } from '@canter-book/core/progress/days';
import { timeSaid } from '@canter-book/core/report/time';
import { CONFIRMED_FROM } from '@canter-book/core/progress/standing';
import { useHorsesQuery } from '../../api/horses.ts';
import { useSessionsQuery } from '../../api/sessions.ts';
import type { YardRow } from '../../api/yard.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { useYard } from '../../api/useYard.ts';
import { ago, today } from '../../app/dates.ts';
import { headingOf } from '../../app/spine.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { TextInput } from '../../ui/Field.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { SideScroll } from '../../ui/SideScroll.tsx';

const FOUR_WEEKS = 27;
/** More than in most yards: they are seen and printed at once. */
const ON_A_PAGE = 100;

/** The whole yard on one page: who needs what. */
export default function ProgressIndex() {
  useTitle('Progress');
  const horses = useHorsesQuery();
  const [page, setPage] = useState(0);
  const [words, setWords] = useState('');
  const said = words.trim().toLowerCase();
  const found = (horses.data ?? []).filter((h) => h.name.toLowerCase().includes(said));
  const shown = found.slice(page * ON_A_PAGE, (page + 1) * ON_A_PAGE);
  const yard = useYard(today(), () => shown.map((h) => h.id));
  const since = daysLater(today(), -FOUR_WEEKS);
  const { data: sessions = [] } = useSessionsQuery({ since, limit: 1000 });
  if (!horses.data) return <QueryState query={horses} what="horses" />;
  if (!yard.worked) return <QueryState query={yard.query} what="yard" />;
  const rows = new Map(yard.rows?.map((row) => [row.horseId, row]));
  return (
    <Page
      title={headingOf('/progress')}
      about="The whole yard: where each horse stands, and what it waits for"
      actions={
        <Button look="quiet" onClick={() => window.print()}>
          Print
        </Button>
      }
    >
      <div className="p-5 md:p-7">
        {horses.data.length === 0 ? (
          <NoHorse />
        ) : (
          <>
            <HowToRead />
            {horses.data.length > ON_A_PAGE && (
              <Turn
                words={words}
                page={page}
                pages={Math.max(1, Math.ceil(found.length / ON_A_PAGE))}
                onWords={(to) => {
                  setWords(to);
                  setPage(0);
                }}
                onPage={setPage}
              />
            )}
            <SideScroll label="The yard, as a table">
              <table className="w-full min-w-[68rem] border-y border-line">
                <Head />
                <tbody>
                  {shown.map((h) => (
                    <HorseRow key={h.id} horse={h} row={rows.get(h.id)} sessions={sessions} />
                  ))}
                </tbody>
              </table>
            </SideScroll>
          </>
        )}
      </div>
    </Page>
  );
}

const NoHorse = () => (
  <Empty title="No horse in the book yet.">
    <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
  </Empty>
);

const HowToRead = () => (
  <p className="mb-3 text-[13px] text-soft">
    Level on each rein, ◐ left and ◑ right. Bold: confirmed, {CONFIRMED_FROM} or more. Arrows: what
    the last twelve weeks came to, where the marks carry it.
  </p>
);

const Head = () => (
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
);

interface HorseRowProps {
  horse: Horse;
  row: YardRow | undefined;
  sessions: readonly SessionSummary[];
}

const HorseRow = ({ horse, row, sessions }: HorseRowProps) => (
  <tr className="border-b border-line hover:bg-sand-light">
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
      <Link to={`/horses/${horse.id}/report`}>{inFourWeeks(horse.id, sessions)}</Link>
    </td>
    <td className="text-[14px]">
      {row?.next ? (
        <>
          {row.next.scale}, <ReinMark rein={row.next.rein} word />
        </>
      ) : (
        <span className="text-soft">{row?.lastDate ? 'nothing' : 'its first marks'}</span>
      )}
    </td>
    <td className="text-[14px] text-soft">{row?.lastDate ? ago(row.lastDate) : 'not yet'}</td>
  </tr>
);

interface TurnProps {
  words: string;
  page: number;
  pages: number;
  onWords(words: string): void;
  onPage(page: number): void;
}

/** Of a school one page after the other. */
const Turn = ({ words, page, pages, onWords, onPage }: TurnProps) => (
  <div className="no-print mb-3 flex flex-wrap items-center gap-3">
    <div className="w-72 max-w-full">
      <TextInput
        type="search"
        aria-label="Find a horse"
        placeholder="Find a horse"
        value={words}
        onChange={(e) => onWords(e.target.value)}
      />
    </div>
    <Button look="quiet" disabled={page === 0} onClick={() => onPage(page - 1)}>
      Back
    </Button>
    <span className="tabular text-[14px] text-soft">
      page {page + 1} of {pages}
    </span>
    <Button look="quiet" disabled={page + 1 >= pages} onClick={() => onPage(page + 1)}>
      Next
    </Button>
  </div>
);

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
      {REINS.map((rein) => {
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
