import { useState } from 'react';
import { problemOf } from '../../api/problem.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { Button } from '../../ui/Button.tsx';
import { PasswordField } from './PasswordField.tsx';
import { useInvitationQuery, useJoinMutation } from './accountApi.ts';

/** Whoever was invited chooses a password, and is in. */
export function Join({ code }: { code: string }) {
  const invitation = useInvitationQuery(code);
  const [password, setPassword] = useState('');
  const [again, setAgain] = useState('');
  const [join, { error, isLoading }] = useJoinMutation();
  if (invitation.error) return <p role="alert">✕ {problemOf(invitation.error).detail}</p>;
  if (!invitation.data) return <QueryState query={invitation} what="invitation" />;
  const { name, role } = invitation.data;
  return (
    <form
      aria-label="Choose a password"
      className="max-w-sm space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void join({ code, password }).then(
          (answer) => !answer.error && window.location.assign('/'),
        );
      }}
    >
      <p className="text-lg">
        You are invited as <b>{name}</b>, {role}.
      </p>
      <input type="hidden" name="username" autoComplete="username" value={name} readOnly />
      <PasswordField label="Your new password" value={password} onChange={setPassword} isNew />
      <PasswordField
        label="Once more"
        value={again}
        error={again !== '' && again !== password ? 'The two differ.' : undefined}
        onChange={setAgain}
        isNew
      />
      {error && (
        <p role="alert" className="text-madder">
          ✕ {problemOf(error).detail}
        </p>
      )}
      <Button type="submit" disabled={isLoading || password === '' || password !== again}>
        Save and sign in
      </Button>
    </form>
  );
}
