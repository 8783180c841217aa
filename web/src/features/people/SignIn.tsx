import { useState } from 'react';
import { problemOf } from '../../api/problem.ts';
import { Button } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
import { PasswordField } from './PasswordField.tsx';
import {
  usePasskeyToSignInMutation,
  useSignInByPasskeyMutation,
  useSignInMutation,
} from './accountApi.ts';

/** Opened anew: nothing that was shown to somebody else stays. */
const openBook = () => window.location.assign('/');

/** By name and password, or by a passkey of this device. */
export function SignIn() {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [options] = usePasskeyToSignInMutation();
  const [byPasskey] = useSignInByPasskeyMutation();
  const [refused, setRefused] = useState<string | null>(null);
  const withPasskey = async () => {
    setRefused(null);
    try {
      const asked = await options().unwrap();
      const { startAuthentication } = await import('@simplewebauthn/browser');
      await byPasskey(await startAuthentication({ optionsJSON: asked })).unwrap();
      openBook();
    } catch (why) {
      setRefused(saidOf(why));
    }
  };
  const said = refused ?? (error ? problemOf(error).detail : null);
  return (
    <form
      aria-label="Sign in"
      className="max-w-sm space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        setRefused(null);
        void signIn({ name, password }).then((answer) => !answer.error && openBook());
      }}
    >
      <Field label="Name">
        {(field) => (
          <TextInput
            {...field}
            value={name}
            autoComplete="username"
            maxLength={80}
            onChange={(e) => setName(e.target.value)}
          />
        )}
      </Field>
      <PasswordField label="Password" value={password} onChange={setPassword} />
      {said && (
        <p role="alert" className="text-madder">
          ✕ {said}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={isLoading || name.trim() === '' || password === ''}>
          Sign in
        </Button>
        {'PublicKeyCredential' in window && (
          <Button look="quiet" onClick={() => void withPasskey()}>
            Use a passkey
          </Button>
        )}
      </div>
    </form>
  );
}

/** A browser's own words are for programmers; what the book says is for people. */
export function saidOf(why: unknown): string {
  if (why instanceof Error)
    return why.name === 'NotAllowedError'
      ? 'The device did not give the passkey. Try again, or use the password.'
      : why.name === 'InvalidStateError'
        ? 'This device has a passkey for the book already.'
        : 'This device cannot use a passkey here. Use the password.';
  return problemOf(why as never).detail;
}
