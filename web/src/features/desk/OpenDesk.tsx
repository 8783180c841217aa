import {
  type ComponentProps,
  lazy,
  startTransition,
  Suspense,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useState,
} from 'react';
import type { Horse, LessonRecord } from '@canter-book/core/book/records';
import type { Finding } from '@canter-book/core/review/finding';
import type { Said } from '@canter-book/core/review/reviewed';
import { printLesson } from '@canter-book/core/notation/print';
import { movementAt } from '@canter-book/core/ride/sample';
import { inBreaths } from '../../app/inBreaths.ts';
import { useTitle } from '../../app/title.ts';
import { useDocument, useIsOpen } from '../../kept/useDocument.ts';
import { useFollowed, usePlayer, type Player } from '../arena/player.ts';
import { useKeptText, type LessonOnDesk } from './saving/written.ts';
import { ArenaBench } from './bench/ArenaBench.tsx';
import { DeskProvider, titleOf, useDeskModel, type DeskModel } from './deskModel.ts';
import { deriveInSteps, type Derived } from './derive.ts';
import { DeskName } from './top/DeskName.tsx';
import type { OpenSheet } from './sheets/DeskSheets.tsx';
import { DeskTop } from './top/DeskTop.tsx';
import type { Annotations } from './writing/editor/margin.tsx';
import { useDeskKeys } from './useDeskKeys.ts';
import { useReviewed } from './useReviewed.ts';
import { UnopenedSide } from './writing/Unopened.tsx';
import type { WrittenAs } from './writing/WrittenSide.tsx';

/** The picture comes first. */
const WrittenSide = lazy(() => import('./writing/WrittenSide.tsx'));
const InTime = lazy(() => import('./playing/InTime.tsx').then((m) => ({ default: m.InTime })));

const DeskSheets = lazy(() =>
  import('./sheets/DeskSheets.tsx').then((m) => ({ default: m.DeskSheets })),
);

interface OpenDeskProps {
  record: LessonRecord;
  horses: readonly Horse[];
}

/** What the desk is opened with: the text, and all that follows from it. */
interface Opening {
  readonly text: string;
  readonly derived: Derived;
}

/** The lesson’s name stands while the desk is laid out. */
export default function OpenDesk({ record, horses }: OpenDeskProps) {
  const lesson = useDocument('lesson', record.id, record);
  const isOpen = useIsOpen(lesson);
  const [opening, setOpening] = useState<Opening | null>(null);
  useEffect(() => {
    const now = isOpen && !opening && lesson.now();
    if (!now) return;
    let isGone = false;
    const open = async () => {
      const text = printLesson(now.is.document);
      const derived = await inBreaths(deriveInSteps(text, horses));
      // The desk is laid out in small steps, so that the page answers meanwhile.
      if (!isGone) startTransition(() => setOpening({ text, derived }));
    };
    void open();
    return () => {
      isGone = true;
    };
  }, [lesson, isOpen, horses, opening]);
  if (!opening) return <DeskName title={record.title} />;
  return <LaidDesk {...{ record, lesson, opening, horses }} />;
}

interface LaidDeskProps extends OpenDeskProps {
  lesson: LessonOnDesk;
  opening: Opening;
}

/** Slips wait until the hand that writes has rested this long: a word half written is no mistake. */
const SLIPS_AFTER_MS = 1200;

const NOTHING: readonly Said[] = [];

const ROOM_IN_TIME = (
  <div aria-hidden className="h-[27.5rem] shrink-0 sm:h-[22.7rem] lg:h-[20.3rem]" />
);

function LaidDesk({ record, lesson, opening, horses }: LaidDeskProps) {
  const {
    model,
    holdEditor,
    editorWanted,
    reach,
    text,
    typed,
    depth,
    setTyped,
    setLine,
    setDepth,
  } = useDeskModel(opening.derived, horses);
  const { setText } = model;
  const later = useLater(model);
  const { derived } = later;
  const [writtenAs, setWrittenAs] = useState<WrittenAs>('text');
  const [sheet, setSheet] = useState<OpenSheet>(null);
  const { ride, horse } = model.derived;
  const { reviewed, findings, slips } = useSlips(derived, typed);
  const player = usePlayer(ride.totals.seconds);
  useKeptText(lesson, opening.text, { record, text, horseId: horse?.id ?? null, setText });
  useTitle(titleOf(later));
  useDeskKeys({ player, ride, onHelp: () => setSheet('help'), onWrittenAs: setWrittenAs });
  const openDetails = useCallback(() => setSheet('details'), []);
  const notes = useNotes(later, findings, slips, player);
  return (
    <DeskProvider value={later}>
      <div
        className="flex min-h-full flex-col lg:h-full"
        data-settled={derived === model.derived && reviewed !== null && slips === findings}
      >
        <DeskTop lesson={lesson} depth={depth} onSheet={setSheet} />
        <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(23rem,33%)_1fr]">
          <Suspense fallback={<UnopenedSide text={opening.text} />}>
            <WrittenSide
              opening={opening.text}
              holdEditor={holdEditor}
              editorWanted={editorWanted}
              onReached={reach}
              {...{ notes, reviewed, writtenAs }}
              onWrittenAs={setWrittenAs}
              onLine={setLine}
              onHistory={setDepth}
              onHead={openDetails}
              onText={setTyped}
            />
          </Suspense>
          <ArenaSide ride={ride} selected={model.selected} player={player} slips={slips} />
        </div>
        <Suspense>
          <DeskSheets lesson={lesson} sheet={sheet} onSheet={setSheet} />
        </Suspense>
      </div>
    </DeskProvider>
  );
}

/** The picture follows every key at once; what else is derived follows the picture. */
function useLater(model: DeskModel): DeskModel {
  const derived = useDeferredValue(model.derived);
  const { horses, editor, selected, latest, select, edit, setText } = model;
  return useMemo(
    () => ({ derived, horses, editor, selected, latest, select, edit, setText }),
    [derived, horses, editor, selected, latest, select, edit, setText],
  );
}

const ArenaSide = (props: ComponentProps<typeof ArenaBench>) => (
  <section
    aria-label="Arena"
    className="order-first flex min-h-0 min-w-0 flex-col gap-2 overflow-auto px-4 py-3 lg:order-none"
  >
    <ArenaBench {...props} />
    <Suspense fallback={ROOM_IN_TIME}>
      <InTime player={props.player} />
    </Suspense>
  </section>
);

/** What the review says of the lesson, and what of it is shown: not while a word is being typed. */
function useSlips(derived: Derived, typed: boolean) {
  const reviewed = useReviewed(derived);
  // The first come at once, and so does what a button or the arena has changed: nobody is writing.
  const rested = useRested(reviewed, typed ? SLIPS_AFTER_MS : 0) ?? reviewed;
  return { reviewed, findings: reviewed?.open ?? NOTHING, slips: rested?.open ?? NOTHING };
}

/** What is written beside the lines, and the line that is being ridden. */
function useNotes(
  desk: DeskModel,
  findings: readonly Said[],
  slips: readonly Said[],
  player: Player,
): Annotations {
  const { derived, edit } = desk;
  const { ride, parsed } = derived;
  const riddenItem = useFollowed(player, (t) =>
    t > 0 ? (ride.movements[movementAt(ride, t)]?.itemId ?? null) : null,
  );
  const ridden = riddenItem ? (parsed.spans.get(riddenItem)?.line ?? null) : null;
  return useMemo<Annotations>(
    () => ({
      margin: derived.margin,
      findings,
      slips,
      ridden,
      onFix(finding: Finding) {
        if (finding.fix) edit(finding.fix.apply, finding.itemId ?? undefined);
      },
      onAllow(finding: Finding, reason: string) {
        const ofItem = finding.itemId ?? undefined;
        // It came with the review, which has found this.
        void import('@canter-book/core/review/allowed').then(({ allow }) =>
          edit((lesson) => allow(lesson, finding, reason) ?? lesson, ofItem),
        );
      },
    }),
    [derived, findings, slips, ridden, edit],
  );
}

/** The value once it has not changed for a while. */
function useRested<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(value), ms);
    return () => window.clearTimeout(timer);
  }, [value, ms]);
  return rested;
}
