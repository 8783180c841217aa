import { useState } from 'react';
import { problemOf } from '../../api/problem.ts';
import { Failed } from '../../api/Failed.tsx';
import { QueryState } from '../../api/QueryState.tsx';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { longDate, whenSaid } from '../../app/dates.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Page } from '../../ui/Page.tsx';
import { People } from '../people/People.tsx';
import { Shares } from '../share/Shares.tsx';
import { AddPhone } from './AddPhone.tsx';
import { Changed } from './Changed.tsx';
import {
  useDevicesQuery,
  useDropSetAsideMutation,
  useKeepDoorMutation,
  useRemoveDeviceMutation,
  useSetAsideQuery,
  useTakeSetAsideMutation,
  type Device,
  type Devices,
} from './phonesApi.ts';

/** Which phones are let in: the door, one more, those that are there, and what removed ones have sent. */
export default function Phones() {
  useTitle('People and phones');
  const query = useDevicesQuery(undefined, { pollingInterval: 5_000 });
  if (!query.data) return <QueryState query={query} what="page" />;
  const { door, devices } = query.data;
  const paired = devices.filter((d) => !d.removedAt && d.personId === null);
  return (
    <Page
      title="People and phones"
      about="Who is let into the book, from where, and to do what"
      actions={
        <ButtonLink look="quiet" to="/book">
          To the book
        </ButtonLink>
      }
    >
      <div className="max-w-5xl space-y-9 p-5 md:p-7">
        <Door door={door} />
        {door.isOpen && <AddPhone door={door} devices={devices} />}
        {paired.length > 0 && <Paired devices={paired} />}
        {door.isOpen && <People begin={door.begin} />}
        <Shares />
        <KeptAside devices={devices} />
        <Changed />
      </div>
    </Page>
  );
}

/** Whether phones are let in at all; it takes a restart. */
function Door({ door }: { door: Devices['door'] }) {
  const [keep, { error, isLoading }] = useKeepDoorMutation();
  const { isOpen, staysOpen } = door;
  return (
    <section>
      <h2 className="mb-1 text-lg">{isOpen ? 'Phones are let in' : 'Phones are not let in'}</h2>
      <p className="mb-3 max-w-2xl">
        {isOpen
          ? 'The book answers on the yard’s network, to the phones and people below and to nobody else.'
          : 'The book opens on this machine only. Let phones in, and it also answers on the yard’s network: over https, and only to the phones and people you let in here.'}
      </p>
      <p className="flex flex-wrap items-center gap-3">
        <Button
          look={isOpen || staysOpen ? 'quiet' : 'main'}
          disabled={isLoading}
          onClick={() => void keep(!staysOpen)}
        >
          {staysOpen
            ? 'Do not let phones in'
            : isOpen
              ? 'Let phones in at every start'
              : 'Let phones in'}
        </Button>
        <span role="status" className="text-soft">
          {staysOpen && !isOpen && 'Close the book and start it again: then the door is open.'}
          {!staysOpen && isOpen && 'Open until the book is closed.'}
        </span>
      </p>
      {door.trustEnds && <TrustEnds {...door.trustEnds} />}
      <Failed error={error} />
    </section>
  );
}

const SOON_MS = 60 * 24 * 3600 * 1000;

/** Said in time: what phones trust does not last for ever. */
function TrustEnds({ at, isOwn }: NonNullable<Devices['door']['trustEnds']>) {
  const [now] = useState(() => Date.now());
  const end = Date.parse(at);
  if (end - now > SOON_MS) return null;
  const day = longDate(at.slice(0, 10));
  return (
    <p role="status" className="mt-3 max-w-2xl border-l-4 border-madder pl-3">
      {!isOwn
        ? `On ${day} the book makes itself a new certificate authority. From then on each phone has to trust it again: its page says how.`
        : end > now
          ? `Your certificate (TLS_CERT) runs out on ${day}. Put the new one in its place and start the book again.`
          : `Your certificate (TLS_CERT) ran out on ${day}: no phone comes in. Put a new one in its place and start the book again.`}
    </p>
  );
}

function Paired({ devices }: { devices: readonly Device[] }) {
  const [remove] = useRemoveDeviceMutation();
  const [asked, setAsked] = useState<Device | null>(null);
  const [now] = useState(() => Date.now());
  return (
    <section>
      <h2 className="mb-2 text-lg">Paired phones</h2>
      <ul>
        {devices.map((device) => (
          <li
            key={device.id}
            className="flex min-h-12 flex-wrap items-center gap-x-4 border-b border-dotted border-line py-1"
          >
            <b className="font-book text-[17px]">{device.person}</b>
            <span className="text-soft">
              {device.role}, {device.kind}
            </span>
            <span className="flex-[1_1_14rem] text-[14px] text-soft">
              {Date.parse(device.endsAt) < now
                ? `not used since ${whenSaid(device.lastSeenAt)}: pair it again`
                : `last seen ${whenSaid(device.lastSeenAt)} · paired ${whenSaid(device.pairedAt)}`}
            </span>
            <Button look="danger" onClick={() => setAsked(device)}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Confirm
        open={asked !== null}
        title={`Remove the phone of ${asked?.person ?? ''}?`}
        yes="Remove it"
        onYes={() => {
          void remove(asked!.id).then((answer) =>
            tell(answer.error ? problemOf(answer.error).detail : 'The phone is removed.'),
          );
          setAsked(null);
        }}
        onNo={() => setAsked(null)}
      >
        It shows the book no more, at once. A lesson that is still on it is kept aside here when it
        is sent, for you to take.
      </Confirm>
    </section>
  );
}

/** What removed phones have sent since: nothing of it is in the book until it is taken. */
function KeptAside({ devices }: { devices: readonly Device[] }) {
  const { data: parcels = [] } = useSetAsideQuery(undefined, { pollingInterval: 5_000 });
  const [take, taking] = useTakeSetAsideMutation();
  const [drop] = useDropSetAsideMutation();
  if (parcels.length === 0) return null;
  const takeAll = async () => {
    // In the order they came: the session first, then what was seen in it.
    for (const { id } of parcels) {
      const answer = await take(id);
      if (answer.error) return;
    }
    tell('All of it is in the book.');
  };
  return (
    <section>
      <h2 className="mb-1 text-lg">Sent after it was removed</h2>
      <p className="mb-2 max-w-2xl text-[14px] text-soft">
        A removed phone had this on it. It is not in the book until you take it.
      </p>
      <ul className="mb-3">
        {parcels.map(({ id, deviceId, at, about }) => (
          <li
            key={id}
            className="flex min-h-11 items-center gap-4 border-b border-dotted border-line"
          >
            <b>{devices.find((d) => d.id === deviceId)?.person}</b>
            <span className="flex-1">
              {about} <span className="text-[14px] text-soft">sent {whenSaid(at)}</span>
            </span>
            <Button look="danger" aria-label={`Throw away ${about}`} onClick={() => void drop(id)}>
              Throw away
            </Button>
          </li>
        ))}
      </ul>
      <Failed error={taking.error} />
      <Button disabled={taking.isLoading} onClick={() => void takeAll()}>
        Take it into the book
      </Button>
    </section>
  );
}
