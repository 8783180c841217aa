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
import { movementAt } from '@canter-book/core/ride/sample';
import { inBreaths } from '../../app/inBreaths.ts';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import type { LessonDraft } from '../../kept/lessonDrafts.ts';
import { useFollowed, usePlayer, type Player } from '../arena/player.ts';
import { openingText, releaseDesk, useAutosave } from './saving/autosave.ts';
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
  readonly draft: LessonDraft;
  readonly derived: Derived;
}

/** The lesson’s name stands while the desk is laid out. */
export default function OpenDesk({ record, horses }: OpenDeskProps) {
  const [opening, setOpening] = useState<Opening | null>(null);
  useEffect(() => {
    if (opening) return;
    let isGone = false;
    const open = async () => {
      const draft = await openingText(record);
      const derived = await inBreaths(deriveInSteps(draft.text, horses));
      // The desk is laid out in small steps, so that the page answers meanwhile.
      if (!isGone) startTransition(() => setOpening({ draft, derived }));
    };
    void open();
    return () => {
      isGone = true;
      // The desk that was laid out holds it itself.
      releaseDesk(record.id);
    };
  }, [record, horses, opening]);
  if (!opening) return <DeskName title={record.title} />;
  return <LaidDesk record={record} opening={opening} horses={horses} />;
}

interface LaidDeskProps extends OpenDeskProps {
  opening: Opening;
}

/** Slips wait until the hand that writes has rested this long: a word half written is no mistake. */
const SLIPS_AFTER_MS = 1200;

const NOTHING: readonly Said[] = [];

const ROOM_IN_TIME = (
  <div aria-hidden className="h-[27.5rem] shrink-0 sm:h-[22.7rem] lg:h-[20.3rem]" />
);

function LaidDesk({ record, opening, horses }: LaidDeskProps) {
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
  const saver = useAutosave(record, opening.draft);
  useSaved(saver, { record, text, horseId: horse?.id ?? null, setText });
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
        <DeskTop lessonId={record.id} depth={depth} saver={saver} onSheet={setSheet} />
        <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(23rem,33%)_1fr]">
          <Suspense fallback={<UnopenedSide text={opening.draft.text} />}>
            <WrittenSide
              opening={opening.draft.text}
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
          <DeskSheets lessonId={record.id} saver={saver} sheet={sheet} onSheet={setSheet} />
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

interface InHand {
  record: LessonRecord;
  text: string;
  horseId: string | null;
  setText(text: string): void;
}

/** What is written goes to the book, and what another device has saved comes to the desk. */
function useSaved(
  saver: ReturnType<typeof useAutosave>,
  { record, text, horseId, setText }: InHand,
): void {
  useEffect(() => saver.change(text, horseId), [saver, text, horseId]);
  useEffect(() => {
    const theirs = saver.adopt(record);
    if (theirs === null) return;
    setText(theirs);
    tell('This lesson was saved on another device just now; that is what you see.');
  }, [saver, record, setText]);
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
