import type {
  AuthenticationResponseJSON,
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
  RegistrationResponseJSON,
} from '@simplewebauthn/browser';
import { api } from '../../api/api.ts';
import { drop, post } from './requests.ts';
import type { Role } from './peopleApi.ts';

/** How one comes in, and one's own account. */

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

export const accountApi = api.enhanceEndpoints({ addTagTypes: ['Account'] }).injectEndpoints({
  endpoints: (build) => ({
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
  useInvitationQuery,
  useJoinMutation,
  useKeepPasskeyMutation,
  useNewPasskeyMutation,
  usePasskeyToSignInMutation,
  useSignInByPasskeyMutation,
  useSignInMutation,
  useSignOutDeviceMutation,
  useSignOutEverywhereMutation,
  useSignOutMutation,
} = accountApi;
