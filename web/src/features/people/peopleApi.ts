import { api } from '../../api/api.ts';
import { drop, post } from './requests.ts';

/** Who may sign in, and what they may do. */

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

export const peopleApi = api
  .enhanceEndpoints({ addTagTypes: ['Person', 'Device'] })
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
    }),
  });

export const {
  useGrantMutation,
  useInviteAgainMutation,
  useInviteMutation,
  usePeopleQuery,
  useShutOutMutation,
  useSignOutPersonMutation,
} = peopleApi;
