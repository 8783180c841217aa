import { useEffect, useRef, useState } from 'react';
import { problemOf } from '../../api/problem.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Page } from '../../ui/Page.tsx';
import { Join } from '../people/Join.tsx';
import { INVITE } from '../people/whose.ts';
import { SignIn } from '../people/SignIn.tsx';
import { useMeQuery, usePairMutation, type Me } from './phonesApi.ts';

/** On the phone: it shows its code at the door, and is let in. */
export default function Pair() {
  useTitle('Pair this phone');
  const me = useMeQuery();
  const [pair, { error, isLoading }] = usePairMutation();
  // The code stands behind the # and goes from there as soon as it is read.
  const [code] = useState(() => window.location.hash.slice(1));
  const shown = useRef(false);
  const role = me.data?.role;
  useEffect(() => {
    if (!role || code === '' || shown.current) return;
    shown.current = true;
    window.history.replaceState(null, '', window.location.pathname);
    if (role === 'nobody' && !code.startsWith(INVITE)) void pair(code);
  }, [role, code, pair]);
  if (!me.data) return <QueryState query={me} what="book" />;
  return (
    <Page
      title={me.data.role === 'nobody' ? 'Come in' : 'This device'}
      about="To the book of your yard"
    >
      <div className="max-w-xl space-y-4 p-5 md:p-7">
        {code.startsWith(INVITE) ? (
          <Join code={code.slice(INVITE.length)} />
        ) : me.data.role === 'owner' && !me.data.signsIn ? (
          <p>This is the machine of the book: it needs no pairing.</p>
        ) : me.data.role !== 'nobody' ? (
          <LetIn me={me.data} />
        ) : isLoading ? (
          <p role="status" className="text-soft">
            Pairing …
          </p>
        ) : error ? (
          <div role="alert">
            <p className="mb-3">✕ {problemOf(error).detail}</p>
            {problemOf(error).status !== 410 && (
              <Button onClick={() => void pair(code)}>Try again</Button>
            )}
          </div>
        ) : (
          <HowToComeIn isRemoved={me.data.isRemoved} />
        )}
      </div>
    </Page>
  );
}

/** The device is known: what it may do next. */
const LetIn = ({ me: { signsIn, person, role } }: { me: Me }) => (
  <>
    <p role="status" className="text-lg">
      {signsIn
        ? `✓ Signed in as ${person}.`
        : `✓ This phone is paired with the book, for ${person}.`}
    </p>
    <p>
      Put the book on the phone’s home screen with the browser’s menu: then it also opens where
      there is no network.
    </p>
    {role === 'rider' ? (
      <ButtonLink to="/mine">To your page</ButtonLink>
    ) : role === 'helper' ? (
      <ButtonLink to="/ringside">To the ringside</ButtonLink>
    ) : (
      <p className="flex gap-2">
        <ButtonLink to="/">Today</ButtonLink>
        <ButtonLink look="quiet" to="/ringside">
          To the ringside
        </ButtonLink>
      </p>
    )}
  </>
);

const HowToComeIn = ({ isRemoved }: Pick<Me, 'isRemoved'>) => (
  <>
    <SignIn />
    <h2 className="pt-4 text-lg">Or with a code</h2>
    <p>
      {isRemoved ? 'This phone was removed from the book.' : 'This phone is not paired yet.'} On the
      machine of the book open Book, then People and phones, and point the phone’s camera at the
      code.
    </p>
  </>
);
