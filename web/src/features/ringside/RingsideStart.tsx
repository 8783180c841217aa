import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { QueryState } from '../../api/QueryState.tsx';
import { whenSaid } from '../../app/dates.ts';
import { headingOf } from '../../app/spine.ts';
import { useAppSelector } from '../../app/store.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Field, Select } from '../../ui/Field.tsx';
import { Page } from '../../ui/Page.tsx';
import { ForATime } from '../horses/ForATime.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { useBegin } from './begin.ts';
import { useKit, type Kit } from './kit.ts';
import type { Teaching } from './ringsideSlice.ts';

/** Only on a secure connection does a browser keep the app itself on the device. */
const worksAlone = (): boolean => window.isSecureContext && 'serviceWorker' in navigator;

const aboutTheNetwork = (): string =>
  `Choose, then go out. ${worksAlone() ? 'From then on it works without the network.' : 'Keep this page open: what you record is kept here, but the page itself needs the network.'}`;

/** The choice of no lesson. */
const FREE = 'free';

/** Who rides whom, from which lesson: then out to the sand. */
export default function RingsideStart() {
  useTitle('Ringside');
  const { kit, fromDevice, query } = useKit();
  const open = useOpenSessions();
  if (!kit && open.length === 0) return <QueryState query={query} what="horses" />;
  return (
    <Page title={headingOf('/ringside')} {...(kit && { about: aboutTheNetwork() })}>
      <div className="flex max-w-xl flex-col gap-4 p-5 md:p-7">
        <GoOn open={open} />
        {fromDevice && (
          <p role="status" className="rounded-lg bg-slip px-4 py-3">
            The server does not answer. These are the horses and lessons this device knows; what you
            record is kept here and sent later.
          </p>
        )}
        {kit && <Begin kit={kit} open={open} />}
      </div>
    </Page>
  );
}

type Shown = Pick<Kit, 'horses' | 'riders' | 'lessons'>;

/** The choice of horse, rider and lesson, each following from the others. */
function useChoice({ horses: all, riders: everybody, lessons }: Shown) {
  const [search] = useSearchParams();
  const [chosenHorse, setHorse] = useState(search.get('horse') ?? '');
  const [chosenRider, setRider] = useState(search.get('rider') ?? '');
  const [chosenLesson, setLesson] = useState(search.get('lesson') ?? '');
  const horses = all.filter((h) => !h.retiredOn);
  const riders = everybody.filter((r) => !r.retiredOn);
  const horse = horses.find((h) => h.id === chosenHorse) ?? null;
  const ofHorse = lessons.filter((l) => !horse || l.horseId === horse.id || l.horseId === null);
  const usual = horse ? (ofHorse.find((l) => !l.sheet)?.id ?? '') : '';
  const isThere = chosenLesson === FREE || ofHorse.some((l) => l.id === chosenLesson);
  const lessonId = isThere ? chosenLesson : usual;
  const riderId = chosenRider || (horse?.riderIds[0] ?? '');
  return {
    horses,
    riders,
    ofHorse,
    horse,
    lessonId,
    riderId,
    chosenHorse,
    setHorse,
    setRider,
    setLesson,
    chosen: {
      rider: riders.find((r) => r.id === riderId) ?? null,
      lessonId: lessonId === FREE ? null : lessonId || null,
      appointmentId: search.get('appointment'),
    },
  };
}

function Begin({ kit, open }: { kit: Shown; open: readonly Teaching[] }) {
  const choice = useChoice(kit);
  const { horse } = choice;
  const navigate = useNavigate();
  const begin = useBegin();
  const [failure, setFailure] = useState<string | null>(null);
  const [askedFor, setAskedFor] = useState<Teaching | null>(null);
  if (choice.horses.length === 0)
    return (
      <Empty title="No horse in the book yet.">
        <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
      </Empty>
    );
  const start = async () => {
    if (horse) setFailure(await begin({ horse, ...choice.chosen }));
  };
  return (
    <>
      <ChoiceFields choice={choice} />
      {horse && <ForATime horse={horse} className="rounded-lg px-4 py-3" />}
      <p className="rounded-lg border-2 border-line bg-page p-4 text-[14px]">
        <b>Before you begin:</b> hat and sound tack, gate closed, girth checked, someone within
        call. You on the spot decide; the yard’s rules and the vet’s word come first.
      </p>
      <Fault>{failure}</Fault>
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
    </>
  );
}

function ChoiceFields({ choice }: { choice: ReturnType<typeof useChoice> }) {
  const { horses, riders, ofHorse, horse, lessonId, riderId, chosenHorse } = choice;
  const hasNone = horse && !ofHorse.some((l) => !l.sheet);
  return (
    <>
      <Field label="Horse">
        {(field) => (
          <Select {...field} value={chosenHorse} onChange={(e) => choice.setHorse(e.target.value)}>
            <option value="">Choose a horse</option>
            <NameOptions all={horses} />
          </Select>
        )}
      </Field>
      <Field label="Rider">
        {(field) => (
          <Select {...field} value={riderId} onChange={(e) => choice.setRider(e.target.value)}>
            <option value="">nobody named</option>
            <NameOptions all={riders} />
          </Select>
        )}
      </Field>
      <Field
        label="Lesson"
        hint={
          hasNone
            ? 'There is none for this horse yet: write one at the desk, or ride without a plan.'
            : ''
        }
      >
        {(field) => (
          <Select {...field} value={lessonId} onChange={(e) => choice.setLesson(e.target.value)}>
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
    </>
  );
}

const NameOptions = ({ all }: { all: readonly { id: string; name: string }[] }) =>
  all.map(({ id, name }) => (
    <option key={id} value={id}>
      {name}
    </option>
  ));

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
