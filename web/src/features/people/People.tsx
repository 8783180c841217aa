import { useState } from 'react';
import { useHorsesQuery } from '../../api/horses.ts';
import { problemOf } from '../../api/problem.ts';
import { Failed } from '../../api/Failed.tsx';
import { shortDate, whenSaid } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { CopyLink } from '../share/CopyLink.tsx';
import {
  ROLES,
  useGrantMutation,
  useInviteAgainMutation,
  useInviteMutation,
  usePeopleQuery,
  useShutOutMutation,
  useSignOutPersonMutation,
  type Invitation,
  type Person,
} from './peopleApi.ts';
import { Square } from './Square.tsx';
import { draftOf, INVITE, NOBODY_YET, whoseFrom } from './whose.ts';
import { WhoseFields } from './WhoseFields.tsx';

const LOOK_EVERY_MS = 10_000;

/** Who signs in from elsewhere, with a password or a passkey: invited here, changed, and shut out. */
export function People({ begin }: { begin: readonly string[] }) {
  const { data: people = [], error } = usePeopleQuery(undefined, {
    pollingInterval: LOOK_EVERY_MS,
  });
  const [invitation, setInvitation] = useState<Invitation | null>(null);
  return (
    <section aria-label="People">
      <h2 className="mb-1 text-lg">People who sign in</h2>
      <p className="mb-3 max-w-2xl">
        With a name and a password or passkey, from any device that reaches the book. On this
        machine no sign-in is needed.
      </p>
      <Failed error={error} />
      {people.length > 0 && (
        <ul className="mb-5">
          {people.map((person) => (
            <PersonRow key={person.id} person={person} onInvited={setInvitation} />
          ))}
        </ul>
      )}
      {invitation ? (
        <Invited
          key={invitation.code}
          invitation={invitation}
          begin={begin}
          onDone={() => setInvitation(null)}
        />
      ) : (
        <Invite onInvited={setInvitation} />
      )}
    </section>
  );
}

function Invite({ onInvited }: { onInvited(invitation: Invitation): void }) {
  const [isOpen, setOpen] = useState(false);
  const [draft, setDraft] = useState(NOBODY_YET);
  const [invite, { error, isLoading }] = useInviteMutation();
  const whose = whoseFrom(draft);
  if (!isOpen)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        Invite somebody
      </Button>
    );
  return (
    <form
      aria-label="Invite somebody"
      className="max-w-xl space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (whose) void invite(whose).then(({ data }) => data && onInvited(data));
      }}
    >
      <WhoseFields roles={ROLES} label="Name to sign in with" draft={draft} onChange={setDraft} />
      <Failed error={error} />
      <div className="flex gap-2">
        <Button type="submit" disabled={!whose || isLoading}>
          Invite
        </Button>
        <Button look="quiet" onClick={() => setOpen(false)}>
          Discard
        </Button>
      </div>
    </form>
  );
}

interface InvitedProps {
  invitation: Invitation;
  begin: readonly string[];
  onDone(): void;
}

function Invited({ invitation: { name, code, expiresAt }, begin, onDone }: InvitedProps) {
  const link = `${begin[0] ?? `${window.location.origin}/pair`}#${INVITE}${code}`;
  return (
    <div className="grid gap-6 rounded-lg border border-leather bg-page p-5 sm:grid-cols-[15rem_1fr]">
      <Square text={link} label="The invitation" />
      <div>
        <h3 className="mb-2 text-lg">{name} is invited</h3>
        <p className="mb-3">
          Point {name}’s phone at the square, or send the link. It asks for a new password, once,
          until {shortDate(expiresAt.slice(0, 10))}. Whoever has the link can take it: send it to
          nobody else.
        </p>
        <CopyLink link={link} />
        <p className="mt-4">
          <Button look="quiet" onClick={onDone}>
            Done
          </Button>
        </p>
      </div>
    </div>
  );
}

interface PersonRowProps {
  person: Person;
  onInvited(invitation: Invitation): void;
}

function PersonRow({ person, onInvited }: PersonRowProps) {
  const { data: horses = [] } = useHorsesQuery();
  const [isChanging, setChanging] = useState(false);
  const [isShutting, setShutting] = useState(false);
  const [again, { error }] = useInviteAgainMutation();
  const [signOut] = useSignOutPersonMutation();
  const { id, name, role } = person;
  const given = horses.filter((h) => person.horseIds.includes(h.id)).map((h) => h.name);
  return (
    <li className="flex min-h-12 flex-wrap items-center gap-x-4 gap-y-1 border-b border-dotted border-line py-1.5">
      <b className="font-book text-[17px]">{name}</b>
      <span className="text-soft">
        {role}
        {given.length > 0 && ` of ${given.join(', ')}`}
      </span>
      <span className="flex-1 text-[14px] text-soft">{stateOf(person)}</span>
      <span className="flex flex-wrap gap-2">
        <Button look="quiet" onClick={() => setChanging(true)}>
          Change
        </Button>
        <Button
          look="quiet"
          onClick={() => void again(id).then(({ data }) => data && onInvited(data))}
        >
          {person.hasPassword ? 'New password' : 'Invite again'}
        </Button>
        {person.lastSeenAt && (
          <Button
            look="quiet"
            onClick={() =>
              void signOut(id).then((answer) =>
                tell(
                  answer.error
                    ? problemOf(answer.error).detail
                    : `${name} is signed out everywhere.`,
                ),
              )
            }
          >
            Sign out
          </Button>
        )}
        <Button look="danger" onClick={() => setShutting(true)}>
          Shut out
        </Button>
      </span>
      <Failed error={error} />
      {isChanging && <Change person={person} onClose={() => setChanging(false)} />}
      <ShutOut person={person} open={isShutting} onClose={() => setShutting(false)} />
    </li>
  );
}

interface ShutOutProps {
  person: Person;
  open: boolean;
  onClose(): void;
}

function ShutOut({ person: { id, name }, open, onClose }: ShutOutProps) {
  const [shutOut] = useShutOutMutation();
  return (
    <Confirm
      open={open}
      title={`Shut ${name} out?`}
      yes="Shut out"
      onYes={() => {
        onClose();
        void shutOut(id).then((answer) =>
          tell(answer.error ? problemOf(answer.error).detail : `${name} is shut out.`),
        );
      }}
      onNo={onClose}
    >
      Every device of {name} shows the book no more, at once. What {name} has written stays in the
      book, with the name.
    </Confirm>
  );
}

const stateOf = ({ hasPassword, passkeys, invitedUntil, lastSeenAt }: Person): string =>
  [
    !hasPassword && !invitedUntil && 'the invitation has run out',
    invitedUntil && `invited until ${shortDate(invitedUntil.slice(0, 10))}`,
    lastSeenAt && `last seen ${whenSaid(lastSeenAt)}`,
    passkeys > 0 && (passkeys === 1 ? 'one passkey' : `${passkeys} passkeys`),
  ]
    .filter(Boolean)
    .join(' · ');

function Change({ person, onClose }: { person: Person; onClose(): void }) {
  const [draft, setDraft] = useState(() => draftOf(person));
  const [grant, { error, isLoading }] = useGrantMutation();
  const whose = whoseFrom(draft);
  return (
    <Sheet open title={`What ${person.name} may do`} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (whose)
            void grant({ id: person.id, whose }).then((answer) => !answer.error && onClose());
        }}
      >
        <WhoseFields roles={ROLES} label="Name" draft={draft} isNamed onChange={setDraft} />
        <p className="text-[14px] text-soft">It holds at once, on every device.</p>
        <Failed error={error} />
        <div className="flex gap-2">
          <Button type="submit" disabled={!whose || isLoading}>
            Save
          </Button>
          <Button look="quiet" onClick={onClose}>
            Discard
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
