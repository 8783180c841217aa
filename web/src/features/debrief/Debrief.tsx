import { useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  standing,
  type MarkObservation,
  type Observation,
  type TryObservation,
} from '@canter-book/core/observations/observation';
import { SCALES, markWord, type Scale } from '@canter-book/core/observations/scales';
import type { Rein } from '@canter-book/core/arena/rein';
import type { Session } from '@canter-book/core/observations/records';
import {
  problemOf,
  useAddObservationsMutation,
  useHorseQuery,
  useObservationsQuery,
  useRidersQuery,
  useSaveSessionMutation,
  useSessionQuery,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Field, TextArea, TextInput } from '../../ui/Field.tsx';
import { MarkStepper } from '../../ui/MarkStepper.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { SaidOfScales } from './SaidOfScales.tsx';
import { Timeline } from './Timeline.tsx';

const DAY_MS = 24 * 3600 * 1000;
/** A mark can be for the whole lesson, or for one gait of it. */
const MARKED_GAITS = ['', 'walk', 'trot', 'canter'] as const;

/** Looking back on a session: its marks, its tries, a note, and the one thing for homework. */
export default function Debrief() {
  const { id = '' } = useParams();
  const session = useSessionQuery(id);
  const observations = useObservationsQuery(id);
  const horse = useHorseQuery(session.data?.horseId ?? '', { skip: !session.data });
  const { data: riders = [] } = useRidersQuery();
  const [add, adding] = useAddObservationsMutation();
  const [gait, setGait] = useState<(typeof MARKED_GAITS)[number]>('');
  const [now] = useState(() => Date.now());
  useTitle(horse.data ? `Debrief of ${horse.data.name}` : 'Debrief');
  if (!session.data) return <QueryState query={session} what="session" />;
  if (!observations.data) return <QueryState query={observations} what="session" />;
  const seen = standing(observations.data);
  const marks = seen.filter((o): o is MarkObservation => o.kind === 'mark');
  const tries = seen.filter((o): o is TryObservation => o.kind === 'try');
  // For a day it can be corrected; then it stands.
  const open = now - Date.parse(session.data.endedAt ?? session.data.startedAt) < DAY_MS;
  const shown = marks.filter((m) => (m.gait ?? '') === gait);
  const mark = (scale: Scale, rein: Rein, value: number) => {
    const before = shown.find((m) => m.scale === scale && m.rein === rein);
    const made: Observation = {
      id: newId(),
      sessionId: id,
      at: new Date().toISOString(),
      kind: 'mark',
      scale,
      rein,
      value,
      ...(gait && { gait }),
      ...(before && { corrects: before.id }),
    };
    void add([made]);
  };
  const rider = riders.find((r) => r.id === session.data!.riderId)?.name;
  return (
    <Page
      title={horse.data?.name ?? 'Debrief'}
      about={[
        longDate(session.data.date),
        rider && `with ${rider}`,
        session.data.minutes !== null && `${Math.round(session.data.minutes)} min`,
        session.data.document?.title?.text,
      ]
        .filter(Boolean)
        .join(' · ')}
      actions={
        <>
          <ButtonLink look="quiet" to={`/progress/${session.data.horseId}`}>
            Progress
          </ButtonLink>
          <ButtonLink look="quiet" to={`/horses/${session.data.horseId}`}>
            {horse.data?.name ?? 'Horse'}
          </ButtonLink>
        </>
      }
    >
      {adding.error && (
        <p role="alert" className="px-7 pt-4 text-madder">
          ✕ {problemOf(adding.error).title}. {problemOf(adding.error).detail}
        </p>
      )}
      <div className="grid gap-8 p-5 md:p-7 lg:grid-cols-[auto_1fr]">
        <section aria-labelledby="marks">
          <h2 id="marks" className="mb-3 text-lg">
            Marks
          </h2>
          <div role="group" aria-label="Marks for" className="mb-3 flex flex-wrap gap-1">
            {MARKED_GAITS.map((g) => (
              <button
                key={g}
                type="button"
                aria-pressed={gait === g}
                className="rounded-md border border-line px-3 py-1 text-[14px] aria-pressed:border-leather aria-pressed:bg-leather aria-pressed:text-on-leather"
                onClick={() => setGait(g)}
              >
                {g || 'all gaits'}
                {marks.some((m) => (m.gait ?? '') === g) ? ' ✓' : ''}
              </button>
            ))}
          </div>
          <MarkTable marks={shown} open={open} onMark={mark} />
          <SaidOfScales seen={seen} />
        </section>
        <section aria-labelledby="tries" className="min-w-0">
          <h2 id="tries" className="mb-3 text-lg">
            Tries
          </h2>
          <Tries tries={tries} sessionHasEnded={session.data.endedAt !== null} />
          <Timeline
            session={session.data}
            seen={seen}
            onTakeBack={(corrects) =>
              void add([
                {
                  id: newId(),
                  sessionId: id,
                  at: new Date().toISOString(),
                  kind: 'withdrawn',
                  corrects,
                },
              ])
            }
          />
          <Words key={session.data.id} session={session.data} />
        </section>
      </div>
    </Page>
  );
}

function MarkTable({
  marks,
  open,
  onMark,
}: {
  marks: readonly MarkObservation[];
  open: boolean;
  onMark(scale: Scale, rein: Rein, value: number): void;
}) {
  return (
    <table>
      <thead>
        <tr className="text-left text-[14px]">
          <th scope="col" className="font-normal">
            <span className="sr-only">scale</span>
          </th>
          {(['left', 'right'] as const).map((rein) => (
            <th key={rein} scope="col" className="px-3 pb-2 font-bold">
              <ReinMark rein={rein} word />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {SCALES.map((scale) => (
          <tr key={scale} className="border-t border-line">
            <th scope="row" className="py-2 pr-2 text-left font-book text-base font-semibold">
              {scale}
            </th>
            {(['left', 'right'] as const).map((rein) => {
              const value = marks.find((m) => m.scale === scale && m.rein === rein)?.value ?? null;
              return (
                <td key={rein} className="px-3 py-2 align-top">
                  {open ? (
                    <MarkStepper
                      label={`${scale}, ${rein} rein`}
                      value={value}
                      word={value === null ? '' : markWord(value)}
                      onChange={(v) => onMark(scale, rein, v)}
                    />
                  ) : (
                    <span className="tabular block text-center font-mono text-lg font-bold">
                      {value === null ? '–' : value.toFixed(1)}
                    </span>
                  )}
                  <span className="block text-center text-[12.5px] text-soft">
                    {value === null ? 'no mark' : markWord(value)}
                  </span>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Tries({
  tries,
  sessionHasEnded,
}: {
  tries: readonly TryObservation[];
  sessionHasEnded: boolean;
}) {
  if (tries.length === 0) {
    return (
      <Empty title="No tries were recorded.">
        {sessionHasEnded ? (
          <p>Good and lost at the ringside, with the strides held, stand here.</p>
        ) : (
          <Link to="/ringside" className="text-leather underline">
            Go on teaching
          </Link>
        )}
      </Empty>
    );
  }
  const lines = [...new Set(tries.map((t) => t.text))];
  return (
    <table className="w-full">
      <thead>
        <tr className="text-left text-[13px] text-soft">
          <th scope="col" className="pb-1 font-normal">
            movement
          </th>
          <th scope="col" className="pb-1 font-normal">
            tries
          </th>
          <th scope="col" className="pb-1 text-right font-normal">
            longest hold
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map((text) => {
          const own = tries.filter((t) => t.text === text);
          return (
            <tr key={text} className="border-t border-line">
              <th scope="row" className="py-2 pr-4 text-left font-normal">
                {text}
              </th>
              <td className="py-2 whitespace-nowrap">
                {own.map((t) => (
                  <span
                    key={t.id}
                    title={`${t.result}, ${t.rein} rein, held ${t.held}`}
                    className={t.result === 'good' ? 'text-bottle' : 'text-madder'}
                  >
                    {t.result === 'good' ? '✓' : '✕'}
                    <span className="sr-only">{t.result} </span>{' '}
                  </span>
                ))}
              </td>
              <td className="tabular py-2 text-right font-mono">
                {Math.max(...own.map((t) => t.held)) || '–'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Notes and the one homework, kept with the session. */
function Words({ session }: { session: Session }) {
  const [notes, setNotes] = useState(session.notes);
  const [homework, setHomework] = useState(session.homework);
  const [save, saving] = useSaveSessionMutation();
  const changed = notes !== session.notes || homework !== session.homework;
  return (
    <form
      className="mt-8 flex max-w-xl flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save({ ...session, notes, homework });
      }}
    >
      <Field label="Notes" hint="What worked, and why; what the rider felt">
        {(field) => (
          <TextArea
            {...field}
            value={notes}
            maxLength={2000}
            onChange={(e) => setNotes(e.target.value)}
          />
        )}
      </Field>
      <Field label="Homework" hint="One thing, until the next lesson">
        {(field) => (
          <TextInput
            {...field}
            value={homework}
            maxLength={400}
            onChange={(e) => setHomework(e.target.value)}
          />
        )}
      </Field>
      {saving.error && (
        <p role="alert" className="text-madder">
          ✕ {problemOf(saving.error).title}. {problemOf(saving.error).detail}
        </p>
      )}
      <div className="flex items-center gap-3">
        <Button type="submit" disabled={!changed || saving.isLoading}>
          Save
        </Button>
        <span role="status" className="text-[14px] text-soft">
          {saving.isLoading ? '… saving' : changed ? 'not saved yet' : '✓ saved'}
        </span>
      </div>
    </form>
  );
}
