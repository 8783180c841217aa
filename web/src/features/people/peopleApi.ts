import type {
  AuthenticationResponseJSON,
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
  RegistrationResponseJSON,
} from '@simplewebauthn/browser';
import { api } from '../../api/api.ts';

/** Who may sign in, and one's own account. */

export const ROLES = ['instructor', 'helper', 'rider', 'owner'] as const;
export type Role = (typeof ROLES)[number];

/** Whom somebody is let in as: a rider is called as in the book, a helper has horses. */
export type Whose =
  | { role: 'owner' | 'instructor'; name: string }
  | { role: 'helper'; name: string; horseIds: readonly string[] }
  | { role: 'rider'; riderId: string };

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly riderId: string | null;
  readonly horseIds: readonly string[];
  readonly hasPassword: boolean;
  readonly passkeys: number;
  readonly invitedUntil: string | null;
  readonly lastSeenAt: string | null;
}

/** A code by which somebody comes in, once. */
export interface Invitation {
  readonly id: string;
  readonly name: string;
  readonly code: string;
  readonly expiresAt: string;
}

export interface Account {
  readonly name: string;
  readonly role: Role;
  /** Under a name; not under a number. */
  readonly canHavePasskeys: boolean;
  readonly passkeys: readonly {
    readonly id: string;
    readonly kind: string;
    readonly madeAt: string;
    readonly domain: string;
  }[];
  readonly devices: readonly {
    readonly id: string;
    readonly kind: string;
    readonly lastSeenAt: string;
    readonly isThis: boolean;
  }[];
}

const post = (url: string) => (body?: object) => ({ url, method: 'POST', body });
const drop = (url: string) => ({ url, method: 'DELETE' });

export const peopleApi = api
  .enhanceEndpoints({ addTagTypes: ['Person', 'Account', 'Device'] })
  .injectEndpoints({
    endpoints: (build) => ({
      people: build.query<Person[], void>({ query: () => 'people', providesTags: ['Person'] }),
      invite: build.mutation<Invitation, Whose>({
        query: post('people'),
        invalidatesTags: (answer) => (answer ? ['Person'] : []),
      }),
      inviteAgain: build.mutation<Invitation, string>({
        query: (id) => post(`people/${id}/invitation`)(),
        invalidatesTags: ['Person'],
      }),
      grant: build.mutation<void, { id: string; whose: Whose }>({
        query: ({ id, whose }) => ({ url: `people/${id}`, method: 'PUT', body: whose }),
        invalidatesTags: ['Person', 'Device'],
      }),
      shutOut: build.mutation<void, string>({
        query: (id) => drop(`people/${id}`),
        invalidatesTags: ['Person', 'Device'],
      }),
      signOutPerson: build.mutation<void, string>({
        query: (id) => drop(`people/${id}/devices`),
        invalidatesTags: ['Person', 'Device'],
      }),
      signIn: build.mutation<unknown, { name: string; password: string }>({
        query: post('sign-in'),
      }),
      signOut: build.mutation<void, void>({ query: () => drop('sign-in') }),
      passkeyToSignIn: build.mutation<PublicKeyCredentialRequestOptionsJSON, void>({
        query: () => post('sign-in/passkey/options')(),
      }),
      signInByPasskey: build.mutation<unknown, AuthenticationResponseJSON>({
        query: post('sign-in/passkey'),
      }),
      invitation: build.query<{ name: string; role: Role }, string>({
        query: (code) => post('sign-in/invitation')({ code }),
      }),
      join: build.mutation<unknown, { code: string; password: string }>({
        query: post('sign-in/invitation/password'),
      }),
      account: build.query<Account, void>({
        query: () => 'account',
        providesTags: ['Account'],
      }),
      changePassword: build.mutation<void, { old: string; password: string }>({
        query: (body) => ({ url: 'account/password', method: 'PUT', body }),
        invalidatesTags: (_answer, error) => (error ? [] : ['Account']),
      }),
      newPasskey: build.mutation<PublicKeyCredentialCreationOptionsJSON, void>({
        query: () => post('account/passkeys/options')(),
      }),
      keepPasskey: build.mutation<unknown, RegistrationResponseJSON>({
        query: (credential) => post('account/passkeys')({ credential }),
        invalidatesTags: ['Account'],
      }),
      deletePasskey: build.mutation<void, string>({
        query: (id) => drop(`account/passkeys/${id}`),
        invalidatesTags: ['Account'],
      }),
      signOutDevice: build.mutation<void, string>({
        query: (id) => drop(`account/devices/${id}`),
        invalidatesTags: ['Account'],
      }),
      signOutEverywhere: build.mutation<void, void>({ query: () => drop('account/devices') }),
    }),
  });

export const {
  useAccountQuery,
  useChangePasswordMutation,
  useDeletePasskeyMutation,
  useGrantMutation,
  useInvitationQuery,
  useInviteAgainMutation,
  useInviteMutation,
  useJoinMutation,
  useKeepPasskeyMutation,
  useNewPasskeyMutation,
  usePasskeyToSignInMutation,
  usePeopleQuery,
  useShutOutMutation,
  useSignInByPasskeyMutation,
  useSignInMutation,
  useSignOutDeviceMutation,
  useSignOutEverywhereMutation,
  useSignOutMutation,
  useSignOutPersonMutation,
} = peopleApi;
