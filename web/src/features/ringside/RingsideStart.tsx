import { lessonsApi } from '../../api/lessons.ts';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { problemOf } from '../../api/problem.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { today, whenSaid } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Field, Select } from '../../ui/Field.tsx';
import { Page } from '../../ui/Page.tsx';
import { ForATime } from '../horses/ForATime.tsx';
import { profileOf } from '@canter-book/core/book/profile';
import { keptKit, useKit } from './kit.ts';
import { lessonsSettled } from '../desk/saving/autosave.ts';
import { begun, type Teaching } from './ringsideSlice.ts';

/** Only on a secure connection does a browser keep the app itself on the device. */
const worksAlone = (): boolean => window.isSecureContext && 'serviceWorker' in navigator;

/** The choice of no lesson. */
const FREE = 'free';

/** Who rides whom, from which lesson: then out to the sand. */
export default function RingsideStart() {
  useTitle('Ringside');
  const [search] = useSearchParams();
  const { kit, fromDevice, query } = useKit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [chosenHorse, setHorse] = useState(search.get('horse') ?? '');
  const [chosenRider, setRider] = useState(search.get('rider') ?? '');
  const [chosenLesson, setLesson] = useState(search.get('lesson') ?? '');
  // Begun from the timetable: the book knows what it was for.
  const appointmentId = search.get('appointment');
  const [failure, setFailure] = useState<string | null>(null);
  const [askedFor, setAskedFor] = useState<Teaching | null>(null);
  const open = useOpenSessions();

  if (!kit) {
    if (open.length > 0)
      return (
        <Page title="Ringside">
          <div className="max-w-xl p-5">
            <GoOn open={open} />
          </div>
        </Page>
      );
    return <QueryState query={query} what="horses" />;
  }
  const { lessons } = kit;
  const horses = kit.horses.filter((h) => !h.retiredOn);
  const riders = kit.riders.filter((r) => !r.retiredOn);
  const horse = horses.find((h) => h.id === chosenHorse) ?? null;
  const ofHorse = lessons.filter((l) => !horse || l.horseId === horse.id || l.horseId === null);
  const lessonId =
    chosenLesson === FREE || ofHorse.some((l) => l.id === chosenLesson)
      ? chosenLesson
      : horse
        ? (ofHorse.find((l) => !l.sheet)?.id ?? '')
        : '';
  const riderId = chosenRider || (horse?.riderIds[0] ?? '');

  const start = async () => {
    if (!horse) return;
    const planned = lessonId === FREE ? '' : lessonId;
    // What was just written at the desk is taught as it was written.
    await lessonsSettled();
    const lesson = planned
      ? await dispatch(lessonsApi.endpoints.lesson.initiate(planned, { forceRefetch: true }))
      : null;
    const kept = planned && !lesson?.data ? (await keptKit())?.documents[planned] : undefined;
    const document = lesson?.data?.document ?? kept ?? null;
    if (planned && !document) return setFailure(problemOf(lesson?.error).detail);
    const now = new Date();
    const session = {
      id: newId(),
      revision: 0,
      horseId: horse.id,
      riderId: riderId || null,
      lessonId: planned || null,
      document,
      date: today(),
      startedAt: now.toISOString(),
      endedAt: null,
      minutes: null,
      notes: '',
      homework: '',
      ...(appointmentId && { appointmentId }),
    };
    dispatch(
      begun({
        parcelId: newId(),
        teaching: {
          session,
          horse: profileOf(horse, today()),
          riderName: riders.find((r) => r.id === riderId)?.name ?? '',
          clock: { elapsedS: 0, runningSince: null },
          held: 0,
          tries: [],
          seen: [],
          restedAt: now.getTime(),
          marks: {},
          step: 'ride',
        },
      }),
    );
    void navigate(`/ringside/${session.id}`);
  };

  return (
    <Page
      title="Ringside"
      about={`Choose, then go out. ${worksAlone() ? 'From then on it works without the network.' : 'Keep this page open: what you record is kept here, but the page itself needs the network.'}`}
    >
      <div className="flex max-w-xl flex-col gap-4 p-5 md:p-7">
        <GoOn open={open} />
        {fromDevice && (
          <p role="status" className="rounded-lg bg-slip px-4 py-3">
            The server does not answer. These are the horses and lessons this device knows; what you
            record is kept here and sent later.
          </p>
        )}
        {horses.length === 0 ? (
          <Empty title="No horse in the book yet.">
            <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
          </Empty>
        ) : (
          <>
            <Field label="Horse">
              {(field) => (
                <Select {...field} value={chosenHorse} onChange={(e) => setHorse(e.target.value)}>
                  <option value="">Choose a horse</option>
                  {horses.map((h) => (
                    <option key={h.id} value={h.id}>
                      {h.name}
                    </option>
                  ))}
                </Select>
              )}
            </Field>
            <Field label="Rider">
              {(field) => (
                <Select {...field} value={riderId} onChange={(e) => setRider(e.target.value)}>
                  <option value="">nobody named</option>
                  {riders.map((r) => (
                    <option key={r.id} value={r.id}>
                      {r.name}
                    </option>
                  ))}
                </Select>
              )}
            </Field>
            <Field
              label="Lesson"
              hint={
                horse && !ofHorse.some((l) => !l.sheet)
                  ? 'There is none for this horse yet: write one at the desk, or ride without a plan.'
                  : ''
              }
            >
              {(field) => (
                <Select {...field} value={lessonId} onChange={(e) => setLesson(e.target.value)}>
                  <option value={FREE}>none: a free session</option>
                  {ofHorse.map((l) => (
                    <option key={l.id} value={l.id}>
                      {l.title || 'Untitled lesson'}
                      {l.sheet && ', a test'}
                    </option>
                  ))}
                </Select>
              )}
            </Field>
            {horse && <ForATime horse={horse} className="rounded-lg px-4 py-3" />}
            <p className="rounded-lg border-2 border-line bg-page p-4 text-[14px]">
              <b>Before you begin:</b> hat and sound tack, gate closed, girth checked, someone
              within call. You on the spot decide; the yard’s rules and the vet’s word come first.
            </p>
            {failure && (
              <p role="alert" className="text-madder">
                ✕ {failure}
              </p>
            )}
            <Button
              className="min-h-14 text-lg"
              disabled={!horse}
              onClick={() => {
                const underWay = open.find((t) => t.session.horseId === horse?.id);
                if (underWay) setAskedFor(underWay);
                else void start();
              }}
            >
              Begin the lesson
            </Button>
          </>
        )}
      </div>
      <Confirm
        open={askedFor !== null}
        title={`${horse?.name} already has a lesson under way.`}
        yes="Begin another"
        no="Go on with it"
        onYes={() => {
          setAskedFor(null);
          void start();
        }}
        onNo={() => void navigate(`/ringside/${askedFor!.session.id}`)}
      >
        It began {askedFor && whenSaid(askedFor.session.startedAt)} and was not finished.
      </Confirm>
    </Page>
  );
}

function useOpenSessions() {
  const teaching = useAppSelector((state) => state.ringside.teaching);
  return Object.values(teaching).filter((t) => t.step !== 'done');
}

function GoOn({ open }: { open: ReturnType<typeof useOpenSessions> }) {
  if (open.length === 0) return null;
  return (
    <section aria-label="Lessons under way" className="rounded-lg border-2 border-leather p-4">
      <h2 className="mb-2 text-lg">Under way on this device</h2>
      {open.map((t) => (
        <Link
          key={t.session.id}
          to={`/ringside/${t.session.id}`}
          className="block py-2 font-bold text-leather underline"
        >
          Go on with {t.horse.name}
        </Link>
      ))}
    </section>
  );
}
