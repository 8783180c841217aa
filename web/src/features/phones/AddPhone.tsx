import { Fragment, useEffect, useState } from 'react';
import { Failed } from '../../api/Failed.tsx';
import { Button } from '../../ui/Button.tsx';
import { Field, Select } from '../../ui/Field.tsx';
import { Square } from '../people/Square.tsx';
import { NOBODY_YET, whoseFrom } from '../people/whose.ts';
import { WhoseFields } from '../people/WhoseFields.tsx';
import { useOfferCodeMutation, type Device, type Devices } from './phonesApi.ts';

interface AddPhoneProps {
  door: Devices['door'];
  devices: readonly Device[];
}

/** An owner signs in: whoever finds a paired phone has what it may do. */
const PAIRED = ['instructor', 'helper', 'rider'] as const;

/** A code for one phone: it is shown as a square to be photographed, for ten minutes. */
export function AddPhone({ door, devices }: AddPhoneProps) {
  const [draft, setDraft] = useState(NOBODY_YET);
  const [begin, setBegin] = useState(door.begin[0] ?? '');
  const [offer, { data, error, isLoading, reset }] = useOfferCodeMutation();
  const [known, setKnown] = useState(devices.length);
  const left = useSecondsTo(data?.expiresAt ?? null);
  const isDone = data !== undefined && devices.length > known;
  if (data && (isDone || left <= 0)) {
    return (
      <section role="status" className="rounded-lg border border-line bg-page p-5">
        <h2 className="mb-2 text-lg">
          {isDone ? `✓ ${devices.at(-1)!.person}’s phone is paired` : 'The code is too old'}
        </h2>
        <Button look="quiet" onClick={reset}>
          {isDone ? 'Add another' : 'Show a new one'}
        </Button>
      </section>
    );
  }
  if (data) {
    return (
      <section className="grid grid-cols-1 gap-6 rounded-lg border border-leather bg-page p-5 sm:grid-cols-[15rem_1fr]">
        <Square text={`${begin}#${data.code}`} label="The code for the phone" />
        <div>
          <HowToPair />
          {door.fingerprint && <Fingerprint of={door.fingerprint} />}
          {door.begin.length > 1 && <Address all={door.begin} chosen={begin} onChoose={setBegin} />}
          <p className="mt-3 flex items-center gap-3">
            <span className="tabular text-soft">
              Good for {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}
            </span>
            <Button look="quiet" onClick={reset}>
              Discard
            </Button>
          </p>
        </div>
      </section>
    );
  }
  const whose = whoseFrom(draft);
  return (
    <section>
      <h2 className="mb-1 text-lg">Add a phone</h2>
      <form
        className="max-w-xl space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          setKnown(devices.length);
          if (whose) void offer(whose);
        }}
      >
        <WhoseFields roles={PAIRED} label="Whose phone" draft={draft} onChange={setDraft} />
        <Button type="submit" disabled={isLoading || !whose}>
          Show the code
        </Button>
      </form>
      <Failed error={error} />
    </section>
  );
}

const HowToPair = () => (
  <>
    <h2 className="mb-2 text-lg">Point the phone’s camera at the square</h2>
    <ol className="list-inside list-decimal space-y-1">
      <li>The phone must be in the yard’s own Wi-Fi.</li>
      <li>Its page says how it learns to trust the book; that is done once.</li>
      <li>Then it is paired, and this page says so.</li>
    </ol>
  </>
);

const Fingerprint = ({ of }: { of: string }) => (
  <p className="mt-3 text-[14px]">
    The fingerprint of the certificate, to compare:
    {halves(of).map((half) => (
      <span key={half} className="block font-mono text-[12.5px] text-soft">
        {half.split(':').map((pair, i) => (
          <Fragment key={i}>
            {i > 0 && ':'}
            <wbr />
            {pair}
          </Fragment>
        ))}
      </span>
    ))}
  </p>
);

interface AddressProps {
  all: readonly string[];
  chosen: string;
  onChoose(address: string): void;
}

const Address = ({ all, chosen, onChoose }: AddressProps) => (
  <div className="mt-3 max-w-sm">
    <Field label="Address of this machine" hint="if the phone finds nothing, try the next">
      {(field) => (
        <Select {...field} value={chosen} onChange={(e) => onChoose(e.target.value)}>
          {all.map((address) => (
            <option key={address} value={address}>
              {new URL(address).hostname}
            </option>
          ))}
        </Select>
      )}
    </Field>
  </div>
);

/** A fingerprint in two lines, as phones break it: never within a pair. */
const halves = (fingerprint: string): string[] => {
  const pairs = fingerprint.split(':');
  const middle = pairs.length / 2;
  return [pairs.slice(0, middle), pairs.slice(middle)].map((half) => half.join(':'));
};

const SECOND_MS = 1000;

function useSecondsTo(until: string | null): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!until) return;
    const look = () => setNow(Date.now());
    const at = [setTimeout(look), setInterval(look, SECOND_MS)] as const;
    return () => at.forEach(clearInterval);
  }, [until]);
  return until ? Math.max(0, Math.round((Date.parse(until) - now) / SECOND_MS)) : 0;
}
