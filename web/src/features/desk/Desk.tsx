import { useEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { Pause, Play, Printer, Redo2, SkipBack, Undo2 } from 'lucide-react';
import { lessonSvg } from '@canter-book/core/formats/lessonSvg';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { Horse, LessonRecord } from '@canter-book/core/observations/records';
import { printLesson } from '@canter-book/core/notation/print';
import type { Finding } from '@canter-book/core/review/finding';
import type { Ride } from '@canter-book/core/ride/types';
import { movementAt } from '@canter-book/core/ride/sample';
import { useHorsesQuery, useLessonQuery } from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { clock } from '@canter-book/core/units';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { ArenaDrawing } from './ArenaDrawing.tsx';
import { openingText, useAutosave } from './autosave.ts';
import { BeatLegend } from './BeatLegend.tsx';
import { Conflict } from './Conflict.tsx';
import { derive } from './derive.ts';
import { Editor, type EditorHandle } from './editor/Editor.tsx';
import type { Annotations } from './editor/margin.ts';
import { withHorse } from './firstText.ts';
import { LessonSlips } from './LessonSlips.tsx';
import type { LessonDraft } from './lessonSaver.ts';
import { SPEEDS, useFollowed, usePlayer, type Player } from './player.ts';
import { SaveNote } from './SaveNote.tsx';
import { Strip } from './Strip.tsx';
import { Totals } from './Totals.tsx';

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

function OpenDesk({ record, opening, horses }: OpenDeskProps) {
  const [text, setText] = useState(opening.text);
  const [line, setLine] = useState(1);
  const [depth, setDepth] = useState({ undo: 0, redo: 0 });
  const editor = useRef<EditorHandle>(null);
  const derived = useMemo(() => derive(text, horses), [text, horses]);
  const slips = useRested(derived.findings, SLIPS_AFTER_MS);
  const player = usePlayer(derived.ride.totals.seconds);
  const { saver, state } = useAutosave(record, opening);
  const horseId = derived.horse?.id ?? null;
  useEffect(() => saver.change(text, horseId), [saver, text, horseId]);
  const { ride, parsed, margin, findings } = derived;
  const title = parsed.lesson.title?.text ?? 'Untitled lesson';
  useTitle(title);

  const riddenItem = useFollowed(player, (t) =>
    t > 0 ? (ride.movements[movementAt(ride, t)]?.itemId ?? null) : null,
  );
  const ridden = riddenItem ? (parsed.spans.get(riddenItem)?.line ?? null) : null;
  const notes = useMemo<Annotations>(() => {
    const applyFix = (finding: Finding) => {
      if (finding.fix) editor.current?.setText(printLesson(finding.fix.apply(parsed.lesson)));
    };
    return { margin, findings, slips, ridden, onFix: applyFix };
  }, [margin, findings, slips, ridden, parsed]);
  const selectedItem = (player.playing ? riddenItem : null) ?? derived.itemAtLine.get(line) ?? null;

  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-5 py-3">
        <h1 className="text-[23px]">{title}</h1>
        <label className="flex items-center gap-2 text-[14px] text-soft">
          for
          <select
            aria-label="Horse of this lesson"
            value={derived.horse?.id ?? ''}
            className="min-h-9 rounded-lg border border-line bg-page px-2 font-bold text-ink"
            onChange={(event) => {
              const horse = horses.find((h) => h.id === event.target.value);
              editor.current?.setText(withHorse(text, horse?.name ?? null));
            }}
          >
            <option value="">any horse</option>
            {horses.map((horse) => (
              <option key={horse.id} value={horse.id}>
                {horse.name}
              </option>
            ))}
          </select>
        </label>
        <span className="text-[13px] text-soft">
          {ride.arena.widthM} × {ride.arena.lengthM} m
          {derived.horse && ` · stage ${derived.horse.stage}`}
          {parsed.lesson.approach && ` · ${parsed.lesson.approach.name.replace('-', ' ')}`}
        </span>
        <span className="flex-1" />
        <SaveNote state={state} />
        <div className="flex gap-1">
          <IconButton
            label="Undo"
            disabled={depth.undo === 0}
            onClick={() => editor.current?.undo()}
          >
            <Undo2 size={18} aria-hidden />
          </IconButton>
          <IconButton
            label="Redo"
            disabled={depth.redo === 0}
            onClick={() => editor.current?.redo()}
          >
            <Redo2 size={18} aria-hidden />
          </IconButton>
          <IconButton label="One page to print" onClick={() => openPage(ride, parsed.lesson)}>
            <Printer size={18} aria-hidden />
          </IconButton>
        </div>
        <ButtonLink
          to={`/ringside?lesson=${record.id}${derived.horse ? `&horse=${derived.horse.id}` : ''}`}
        >
          Take to the ringside
        </ButtonLink>
      </header>
      <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(23rem,33%)_1fr]">
        <section
          aria-label="Text"
          className="flex min-h-[24rem] min-w-0 flex-col border-line bg-page lg:min-h-0 lg:border-r"
        >
          <div className="min-h-0 flex-1">
            <Editor
              text={opening.text}
              notes={notes}
              handle={editor}
              onLine={setLine}
              onHistory={setDepth}
              onText={setText}
            />
          </div>
          <LessonSlips findings={slips} onFix={notes.onFix} />
        </section>
        <section
          aria-label="Arena"
          className="flex min-h-0 min-w-0 flex-col gap-2 overflow-auto p-4"
        >
          <div className="flex min-h-0 flex-1 flex-col justify-center gap-1">
            <BeatLegend horse={derived.horse?.name ?? null} />
            <ArenaDrawing
              ride={ride}
              player={player}
              selectedItem={selectedItem}
              onSelect={(itemId) => {
                const at = parsed.spans.get(itemId)?.line;
                if (at) editor.current?.goToLine(at);
              }}
            />
          </div>
          <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
            <Totals ride={ride} />
            <Controls player={player} total={ride.totals.seconds} />
          </div>
          <Strip ride={ride} player={player} />
        </section>
      </div>
      {state.kind === 'conflict' && (
        <Conflict
          mine={text}
          theirs={printLesson(state.theirs.document)}
          onKeep={(keep) => editor.current?.setText(saver.resolve(keep))}
        />
      )}
    </div>
  );
}

/** The lesson on one page, in a tab of its own, ready to print. */
function openPage(ride: Ride, lesson: Lesson) {
  const page = new Blob([lessonSvg(ride, lesson)], { type: 'image/svg+xml' });
  const url = URL.createObjectURL(page);
  window.open(url, '_blank');
  // The new tab has read it long before.
  window.setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

function IconButton({ label, ...rest }: { label: string } & React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      title={label}
      aria-label={label}
      className="rounded-lg border border-line bg-page p-2.5 hover:border-leather disabled:opacity-40"
      {...rest}
    />
  );
}

function Controls({ player, total }: { player: Player; total: number }) {
  const time = useFollowed(player, clock);
  return (
    <div className="flex items-center gap-1">
      <IconButton label="To the beginning" onClick={() => player.seek(0)}>
        <SkipBack size={16} aria-hidden />
      </IconButton>
      <IconButton label={player.playing ? 'Stop' : 'Ride it'} onClick={() => player.toggle()}>
        {player.playing ? <Pause size={16} aria-hidden /> : <Play size={16} aria-hidden />}
      </IconButton>
      <span
        role="group"
        aria-label="Speed"
        className="ml-1 flex rounded-lg border border-line bg-page"
      >
        {SPEEDS.map((speed) => (
          <button
            key={speed}
            type="button"
            aria-pressed={player.speed === speed}
            onClick={() => player.setSpeed(speed)}
            className="px-2.5 py-1.5 font-mono text-[13px] first:rounded-l-lg last:rounded-r-lg aria-pressed:bg-leather aria-pressed:font-bold aria-pressed:text-on-leather"
          >
            {speed}×
          </button>
        ))}
      </span>
      <span className="tabular ml-2 font-mono text-[14px]" data-testid="clock">
        <b>{time}</b> / {clock(total)}
      </span>
    </div>
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
