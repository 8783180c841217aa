import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { moveBefore } from '@canter-book/core/lesson/edits';
import { printLesson } from '@canter-book/core/notation/print';
import type { Horse, LessonRecord } from '@canter-book/core/observations/records';
import { allow } from '@canter-book/core/review/allowed';
import type { Finding } from '@canter-book/core/review/finding';
import { movementAt } from '@canter-book/core/ride/sample';
import {
  useHorsesQuery,
  useLessonQuery,
  useSaveLessonMutation,
  useSessionsQuery,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { newId } from '../../app/newId.ts';
import { useTitle } from '../../app/title.ts';
import { Loading } from '../../ui/Loading.tsx';
import { useFollowed, usePlayer } from '../arena/player.ts';
import { openingText, useAutosave } from './autosave.ts';
import { ArenaBench } from './bench/ArenaBench.tsx';
import { Conflict } from './Conflict.tsx';
import { DeskHeader } from './DeskHeader.tsx';
import { DeskProvider, useDeskModel } from './deskModel.ts';
import { DetailsSheet } from './DetailsSheet.tsx';
import type { Annotations } from './editor/margin.ts';
import { HelpSheet } from './HelpSheet.tsx';
import { copyOf } from './lessonRecord.ts';
import { LessonMenu } from './LessonMenu.tsx';
import type { LessonDraft } from './lessonSaver.ts';
import { CallLine } from './playing/CallLine.tsx';
import { Controls } from './playing/Controls.tsx';
import { SaveNote } from './SaveNote.tsx';
import { Strip } from './strip/Strip.tsx';
import { Totals } from './Totals.tsx';
import { useDeskKeys } from './useDeskKeys.ts';
import { Versions } from './Versions.tsx';
import { WrittenSide, type WrittenAs } from './WrittenSide.tsx';

export default function Desk() {
  const { id = '' } = useParams();
  const query = useLessonQuery(id);
  const horses = useHorsesQuery();
  const [opening, setOpening] = useState<LessonDraft | null>(null);
  const record = query.data?.id === id ? query.data : undefined;
  useEffect(() => {
    if (record && !opening) void openingText(record).then(setOpening);
  }, [record, opening]);
  if (!record) return <QueryState query={query} what="lesson" />;
  if (!opening || !horses.data) return <Loading what="lesson" />;
  return <OpenDesk key={id} record={record} opening={opening} horses={horses.data} />;
}

interface OpenDeskProps {
  record: LessonRecord;
  opening: LessonDraft;
  horses: readonly Horse[];
}

/** Slips wait until the hand has rested this long. */
const SLIPS_AFTER_MS = 600;

type OpenSheet = 'help' | 'versions' | 'details' | null;

function OpenDesk({ record, opening, horses }: OpenDeskProps) {
  const { model, text, setTyped, setLine, setDepth } = useDeskModel(opening.text, horses);
  const { derived, editor, selected, edit, select, setText } = model;
  const { ride, parsed, margin, findings, allowed, horse } = derived;
  const [sheet, setSheet] = useState<OpenSheet>(null);
  const [writtenAs, setWrittenAs] = useState<WrittenAs>('text');
  const [failed, setFailed] = useState<string | null>(null);
  const slips = useRested(findings, SLIPS_AFTER_MS);
  const player = usePlayer(ride.totals.seconds);
  const { saver, state } = useAutosave(record, opening);
  const horseId = horse?.id ?? null;
  useEffect(() => saver.change(text, horseId), [saver, text, horseId]);
  useTitle(parsed.lesson.title?.text ?? 'Untitled lesson');
  const { data: sessions } = useSessionsQuery(
    { horseId: horseId ?? '', limit: 1 },
    { skip: horseId === null },
  );
  const homework = horseId === null ? undefined : sessions?.[0]?.homework || undefined;
  const makeCopy = useMakeCopy(text, horseId);
  useDeskKeys({ player, ride, onHelp: () => setSheet('help'), onWrittenAs: setWrittenAs });

  const riddenItem = useFollowed(player, (t) =>
    t > 0 ? (ride.movements[movementAt(ride, t)]?.itemId ?? null) : null,
  );
  const ridden = riddenItem ? (parsed.spans.get(riddenItem)?.line ?? null) : null;
  const notes = useMemo<Annotations>(
    () => ({
      margin,
      findings,
      slips,
      ridden,
      onFix(finding: Finding) {
        if (finding.fix) edit(finding.fix.apply, finding.itemId ?? undefined);
      },
      onAllow(finding: Finding, reason: string) {
        edit((lesson) => allow(lesson, finding, reason) ?? lesson, finding.itemId ?? undefined);
      },
    }),
    [margin, findings, slips, ridden, edit],
  );

  return (
    <DeskProvider value={model}>
      <div className="flex min-h-full flex-col lg:h-full">
        <DeskHeader
          lessonId={record.id}
          text={text}
          note={<SaveNote state={state} />}
          menu={
            <LessonMenu
              handOut={{ ride, lesson: parsed.lesson, homework }}
              onVersions={() => setSheet('versions')}
              onDetails={() => setSheet('details')}
              onHelp={() => setSheet('help')}
              onCopy={() => void makeCopy()}
              onFailed={(what) => setFailed(`${what} could not be made. Try it again.`)}
            />
          }
        />
        {failed && (
          <p role="alert" className="bg-slip px-5 py-2 text-madder">
            ✕ {failed}{' '}
            <button type="button" className="underline" onClick={() => setFailed(null)}>
              Good
            </button>
          </p>
        )}
        <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(23rem,33%)_1fr]">
          <WrittenSide
            opening={opening.text}
            notes={notes}
            slips={slips}
            allowed={allowed}
            writtenAs={writtenAs}
            onWrittenAs={setWrittenAs}
            onLine={setLine}
            onHistory={setDepth}
            onText={setTyped}
            editor={editor}
          />
          <section
            aria-label="Arena"
            className="order-first flex min-h-0 min-w-0 flex-col gap-2 overflow-auto px-4 py-3 lg:order-none"
          >
            <ArenaBench player={player} slips={slips} />
            <Totals ride={ride} />
            <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
              <Controls ride={ride} player={player} selectedItem={selected} />
              <CallLine ride={ride} lesson={parsed.lesson} player={player} />
            </div>
            <Strip
              ride={ride}
              approach={parsed.lesson.approach?.name ?? horse?.approach ?? 'steady-hand'}
              player={player}
              selectedItem={selected}
              onSelect={select}
              onMove={(itemId, before) => edit((l) => moveBefore(l, itemId, before), itemId)}
            />
          </section>
        </div>
        {state.kind === 'conflict' && (
          <Conflict
            mine={text}
            theirs={printLesson(state.theirs.document)}
            onKeep={(keep) => setText(saver.resolve(keep))}
          />
        )}
        <HelpSheet open={sheet === 'help'} onClose={() => setSheet(null)} />
        {sheet === 'versions' && (
          <Versions
            lessonId={record.id}
            text={text}
            onClose={() => setSheet(null)}
            onRestore={setText}
          />
        )}
        {sheet === 'details' && (
          <DetailsSheet
            details={saver.currentDetails()}
            onClose={() => setSheet(null)}
            onSave={(details) => saver.setDetails(details)}
          />
        )}
      </div>
    </DeskProvider>
  );
}

/** A copy of the lesson as it stands, opened on the desk. */
function useMakeCopy(text: string, horseId: string | null) {
  const [save] = useSaveLessonMutation();
  const navigate = useNavigate();
  return async () => {
    const copy = copyOf(text, horseId, newId);
    const saved = await save(copy);
    if (!saved.error) void navigate(`/desk/${copy.id}`);
  };
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
