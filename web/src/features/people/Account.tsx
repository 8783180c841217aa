import { Fault } from '../../ui/Fault.tsx';
import { useState } from 'react';
import { clear } from 'idb-keyval';
import { problemOf } from '../../api/problem.ts';
import { Failed } from '../../api/Failed.tsx';
import { QueryState } from '../../api/QueryState.tsx';
import { whenSaid } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { useWaiting } from '../../kept/useWaiting.ts';
import { Button } from '../../ui/Button.tsx';
import { Page } from '../../ui/Page.tsx';
import { NotAllSent, WaitingFilePick } from './NotAllSent.tsx';
import { PasswordField } from './PasswordField.tsx';
import {
  useAccountQuery,
  useChangePasswordMutation,
  useDeletePasskeyMutation,
  useKeepPasskeyMutation,
  useNewPasskeyMutation,
  useSignOutDeviceMutation,
  useSignOutEverywhereMutation,
  useSignOutMutation,
  type Account as Own,
} from './accountApi.ts';
import { saidOf } from './SignIn.tsx';

/** One's own: where one is signed in, passkeys and password. */
export default function Account() {
  useTitle('You');
  const query = useAccountQuery();
  if (!query.data) return <QueryState query={query} what="account" />;
  const { name, role } = query.data;
  return (
    <Page title={name} about={`Signed in as ${role}`}>
      <div className="max-w-2xl space-y-9 p-5 md:p-7">
        <SignedIn account={query.data} />
        <Passkeys account={query.data} />
        <Password />
      </div>
    </Page>
  );
}

function SignedIn({ account: { devices } }: { account: Own }) {
  const [signOut] = useSignOutMutation();
  const [everywhere] = useSignOutEverywhereMutation();
  const [one, { error }] = useSignOutDeviceMutation();
  const { count: waiting } = useWaiting();
  const [asked, setAsked] = useState<'here' | 'everywhere' | null>(null);
  const leave = async (where: 'here' | 'everywhere') => {
    setAsked(null);
    const answer = await (where === 'here' ? signOut() : everywhere());
    if (answer.error) return tell(problemOf(answer.error).detail);
    // The device may be somebody else's next.
    await clear().catch(() => {});
    window.location.assign('/pair');
  };
  const ask = (where: 'here' | 'everywhere') => (waiting > 0 ? setAsked(where) : void leave(where));
  return (
    <section>
      <h2 className="mb-2 text-lg">Where you are signed in</h2>
      <ul className="mb-3">
        {devices.map(({ id, kind, lastSeenAt, isThis }) => (
          <li
            key={id}
            className="flex min-h-12 items-center gap-4 border-b border-dotted border-line"
          >
            <b>{isThis ? `this ${kind}` : kind}</b>
            <span className="flex-1 text-[14px] text-soft">last seen {whenSaid(lastSeenAt)}</span>
            {!isThis && (
              <Button look="quiet" onClick={() => void one(id)}>
                Sign it out
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Failed error={error} />
      <p className="flex flex-wrap gap-2">
        <Button onClick={() => ask('here')}>Sign out</Button>
        {devices.length > 1 && (
          <Button look="quiet" onClick={() => ask('everywhere')}>
            Sign out everywhere
          </Button>
        )}
        <WaitingFilePick />
      </p>
      <NotAllSent
        open={asked !== null}
        onLeave={() => void leave(asked!)}
        onStay={() => setAsked(null)}
      />
    </section>
  );
}

function Passkeys({ account: { passkeys, canHavePasskeys } }: { account: Own }) {
  const [options] = useNewPasskeyMutation();
  const [keep] = useKeepPasskeyMutation();
  const [refused, setRefused] = useState<string | null>(null);
  const make = async () => {
    setRefused(null);
    try {
      const asked = await options().unwrap();
      const { startRegistration } = await import('@simplewebauthn/browser');
      await keep(await startRegistration({ optionsJSON: asked })).unwrap();
      tell('The passkey is made: sign in with it from now on.');
    } catch (why) {
      setRefused(saidOf(why));
    }
  };
  return (
    <section>
      <h2 className="mb-1 text-lg">Passkeys</h2>
      <p className="mb-2">
        Sign in with this device’s finger, face or code instead of the password.
      </p>
      {passkeys.length > 0 && <Kept passkeys={passkeys} />}
      <Fault className="mb-2">{refused}</Fault>
      {canHavePasskeys && 'PublicKeyCredential' in window ? (
        <Button look="quiet" onClick={() => void make()}>
          Make a passkey
        </Button>
      ) : (
        <p className="text-soft">
          Passkeys need a name: open the book under its name, not under a number.
        </p>
      )}
    </section>
  );
}

/** The passkeys there are. */
function Kept({ passkeys }: Pick<Own, 'passkeys'>) {
  const [remove, { error }] = useDeletePasskeyMutation();
  return (
    <>
      <ul className="mb-3">
        {passkeys.map(({ id, kind, madeAt, domain }) => (
          <li
            key={id}
            className="flex min-h-12 items-center gap-4 border-b border-dotted border-line"
          >
            <b>{kind}</b>
            <span className="flex-1 text-[14px] text-soft">
              made {whenSaid(madeAt)} for {domain}
            </span>
            <Button
              look="danger"
              aria-label={`Delete the passkey of ${kind}`}
              onClick={() => void remove(id)}
            >
              Delete
            </Button>
          </li>
        ))}
      </ul>
      <Failed error={error} />
    </>
  );
}

function Password() {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [change, { error, isLoading }] = useChangePasswordMutation();
  return (
    <form
      aria-label="Password"
      className="max-w-sm space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void change({ old, password }).then((answer) => {
          if (answer.error) return;
          setOld('');
          setPassword('');
          tell('The password is changed. Your other devices are signed out.');
        });
      }}
    >
      <h2 className="text-lg">Password</h2>
      <PasswordField label="The one you have" value={old} onChange={setOld} />
      <PasswordField label="A new one" value={password} onChange={setPassword} isNew />
      <Failed error={error} />
      <Button type="submit" look="quiet" disabled={isLoading || old === '' || password === ''}>
        Change it
      </Button>
    </form>
  );
}
