import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import type { Lesson } from '@canter-book/core/lesson/document';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse } from '@canter-book/core/book/records';
import { reviewLesson } from '@canter-book/core/review/review';
import { sentenceOf } from '@canter-book/core/review/messages/messages';
import type { Ride } from '@canter-book/core/ride/types';
import { demandsOf, demandsOfAll, expectedMark } from '@canter-book/core/sheet/demands';
import { sheetPages } from '@canter-book/core/formats/sheetPages';
import type { Sheet, SheetBox } from '@canter-book/core/sheet/sheet';
import { SCALES } from '@canter-book/core/scales';
import { useHorsesQuery } from '../../api/horses.ts';
import { useLessonQuery } from '../../api/lessons.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { today } from '../../app/dates.ts';
import { savePdf } from '../../app/savePdf.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choose.tsx';
import { Page } from '../../ui/Page.tsx';
import { MiniArena } from '../arena/MiniArena.tsx';
import { BeginRide } from './BeginRide.tsx';
import { Cards, CARD_NAMES, type CardKind } from './Cards.tsx';
import { RidesOfSheet } from './RidesOfSheet.tsx';
import { boxRide } from './boxRide.ts';
import { useLevels, type LevelOf } from './useLevels.ts';
import { useSheet } from './useSheet.ts';
import { boxName, inShort } from './words.ts';

/** One test sheet: its boxes drawn, what each asks, and whether a horse is ready for it. */
export default function SheetPage() {
  const { id = '' } = useParams();
  const query = useLessonQuery(id, { refetchOnMountOrArgChange: true });
  useTitle(query.data?.title ?? 'Test');
  if (!query.data) return <QueryState query={query} what="test" />;
  return <SheetShown key={id} id={id} document={query.data.document} />;
}

/** Cards are printed when they are on the page, and are gone after it. */
function usePrinted() {
  const [cards, setCards] = useState<CardKind | null>(null);
  useEffect(() => {
    if (!cards) return;
    const done = () => setCards(null);
    window.addEventListener('afterprint', done);
    // By now the cards are on the page.
    window.print();
    return () => window.removeEventListener('afterprint', done);
  }, [cards]);
  return [cards, setCards] as const;
}

/** The horse; without one, any horse of the stage that the sheet is for. */
function useProfile(horse: Horse | null, { title }: Lesson): HorseProfile {
  const stage = title?.test?.stage;
  return useMemo(() => {
    const made = profileOf(horse, today());
    return horse || !stage ? made : { ...made, stage };
  }, [horse, stage]);
}

function SheetShown({ id, document }: { id: string; document: Lesson }) {
  const { data: horses = [] } = useHorsesQuery();
  const [horseId, setHorseId] = useState('');
  const horse = horses.find((h) => h.id === horseId) ?? null;
  const { ride, sheet } = useSheet(document, useProfile(horse, document));
  const levelOf = useLevels(horseId);
  const notReady = useMemo(() => findingsByItem(document, ride), [document, ride]);
  const [cards, setCards] = usePrinted();
  const [beginning, setBeginning] = useState(false);
  const navigate = useNavigate();
  return (
    <>
      <div className={cards ? 'no-print' : ''}>
        <Page
          title={sheet.title || 'Untitled test'}
          about={inShort(sheet)}
          actions={<Ways id={id} horse={horse} onMark={() => setBeginning(true)} />}
        >
          <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_22rem]">
            <section aria-label="Boxes">
              <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
                <ForHorse horses={horses} horseId={horseId} onHorse={setHorseId} />
                <OnPaper sheet={sheet} onCards={setCards} />
              </div>
              <ol className="grid gap-3 sm:grid-cols-2 2xl:grid-cols-3">
                {sheet.boxes.map((box) => (
                  <BoxCard
                    key={box.number}
                    box={box}
                    ride={ride}
                    levelOf={horse ? levelOf : null}
                    notYet={box.itemIds.flatMap((item) => notReady.get(item) ?? [])}
                  />
                ))}
              </ol>
            </section>
            <aside className="space-y-6">
              <Asked boxes={sheet.boxes} ride={ride} />
              <WholeRide sheet={sheet} />
              <RidesOfSheet lessonId={id} />
            </aside>
          </div>
        </Page>
      </div>
      {cards && <Cards kind={cards} sheet={sheet} ride={ride} />}
      {beginning && (
        <BeginRide
          lessonId={id}
          {...{ document, horseId }}
          onClose={() => setBeginning(false)}
          onBegun={(rideId) => void navigate(`/tests/rides/${rideId}/mark`)}
        />
      )}
    </>
  );
}

const Ways = ({ id, horse, onMark }: { id: string; horse: Horse | null; onMark(): void }) => (
  <>
    <ButtonLink look="quiet" to={`/desk/${id}`}>
      Change at the desk
    </ButtonLink>
    <ButtonLink look="quiet" to={`/tests/${id}/learn`}>
      Learn it
    </ButtonLink>
    <ButtonLink look="quiet" to={`/tests/${id}/call${horse ? `?horse=${horse.id}` : ''}`}>
      Call it
    </ButtonLink>
    <Button onClick={onMark}>Mark a ride</Button>
  </>
);

interface ForHorseProps {
  horses: readonly Horse[];
  horseId: string;
  onHorse(id: string): void;
}

const ForHorse = ({ horses, horseId, onHorse }: ForHorseProps) => (
  <div className="w-56">
    <Choice
      label="Ready for it?"
      value={horseId}
      options={[
        ['', 'choose a horse'],
        ...horses.filter((h) => !h.retiredOn).map((h) => [h.id, h.name] as const),
      ]}
      onChange={onHorse}
    />
  </div>
);

const OnPaper = ({ sheet, onCards }: { sheet: Sheet; onCards(kind: CardKind): void }) => (
  <div className="no-print flex flex-wrap items-center gap-2">
    <span className="text-[14px] text-soft">Print</span>
    {(Object.keys(CARD_NAMES) as CardKind[]).map((kind) => (
      <Button key={kind} look="quiet" onClick={() => onCards(kind)}>
        {CARD_NAMES[kind]}
      </Button>
    ))}
    <Button look="quiet" onClick={() => void saveJudgesSheet(sheet)}>
      judge’s sheet as PDF
    </Button>
  </div>
);

const WholeRide = ({ sheet }: { sheet: Sheet }) => (
  <section>
    <h2 className="mb-1 text-lg">For the whole ride</h2>
    <ul className="text-[15px]">
      {sheet.collectives.map(({ name, coefficient }) => (
        <li key={name}>
          {name}
          {coefficient > 1 && <b> ×{coefficient}</b>}
        </li>
      ))}
    </ul>
    <p className="mt-2 text-[13px] text-soft">
      Errors of course cost {sheet.errors.costs.join(', then ')}{' '}
      {sheet.errors.how === 'points' ? 'points' : 'percentage points'}; the next one eliminates.
      Rules change: check the current rule book.
    </p>
  </section>
);

const saveJudgesSheet = (sheet: Sheet) =>
  savePdf(sheet.title, sheet.title, () =>
    sheetPages({ sheet, about: '', judges: [], score: null }),
  );

/** Findings that speak against riding a line, by its id. */
function findingsByItem(document: Lesson, ride: Ride): ReadonlyMap<string, string[]> {
  const found = new Map<string, string[]>();
  for (const finding of reviewLesson(document, ride)) {
    if (finding.itemId === null || finding.level === 'hint') continue;
    const said = sentenceOf(finding).what;
    found.set(finding.itemId, [...(found.get(finding.itemId) ?? []), said]);
  }
  return found;
}

interface BoxCardProps {
  box: SheetBox;
  ride: Ride;
  levelOf: LevelOf | null;
  notYet: readonly string[];
}

function BoxCard({ box, ride, levelOf, notYet }: BoxCardProps) {
  const demands = demandsOf(box, ride);
  const most = SCALES.filter((scale) => demands[scale] >= 0.2).sort(
    (a, b) => demands[b] - demands[a],
  );
  const expected = levelOf && expectedMark(demands, levelOf);
  return (
    <li
      className={`rounded-lg border bg-page p-2.5 ${notYet.length > 0 ? 'border-madder' : 'border-line'}`}
    >
      <div className="mb-1.5 flex items-baseline gap-2">
        <span className="tabular font-mono text-[15px] font-bold text-leather">{box.number}</span>
        <span className="min-w-0 flex-1 font-book text-[16px] leading-snug font-semibold">
          {boxName(box)}
        </span>
        {box.coefficient > 1 && <b title="coefficient">×{box.coefficient}</b>}
      </div>
      <MiniArena
        arena={ride.arena}
        ride={() => boxRide(ride, box)}
        label={`Box ${box.number}, drawn`}
      />
      <ul className="mt-1.5 text-[13px] leading-snug">
        {box.lines.map((line, i) => (
          <li key={i}>{line}</li>
        ))}
      </ul>
      {box.directive && (
        <p className="mt-1 font-book text-[13.5px] text-soft italic">{box.directive}</p>
      )}
      <p className="mt-1 text-[12.5px] text-soft">
        shows {most.slice(0, 2).join(' and ')}
        {expected && (
          <>
            {' '}
            · expected{' '}
            <b className="tabular text-ink">
              {expected.mean.toFixed(1)} ± {expected.sd.toFixed(1)}
            </b>
          </>
        )}
      </p>
      {notYet.map((said) => (
        <p key={said} className="mt-1 text-[13px] text-madder">
          {said}
        </p>
      ))}
    </li>
  );
}

/** How much the sheet asks of each scale, weighed by the points of the boxes. */
function Asked({ boxes, ride }: { boxes: readonly SheetBox[]; ride: Ride }) {
  const all = demandsOfAll(boxes, ride);
  const most = Math.max(...SCALES.map((s) => all[s]));
  return (
    <section>
      <h2 className="mb-2 text-lg">What it asks</h2>
      <dl className="grid grid-cols-[7rem_1fr_3rem] items-center gap-x-3 gap-y-1.5 text-[14px]">
        {SCALES.map((scale) => (
          <div key={scale} className="contents">
            <dt>{scale}</dt>
            <dd aria-hidden className="m-0">
              <span
                className="block h-2 rounded-sm bg-leather"
                style={{ width: `${(100 * all[scale]) / most}%` }}
              />
            </dd>
            <dd className="tabular m-0 text-right">{Math.round(100 * all[scale])} %</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
