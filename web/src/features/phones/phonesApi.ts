import { api } from '../../api/api.ts';
import type { Role, Whose } from '../people/peopleApi.ts';

/** The door for phones: who is let in, and by which code. */

export interface Device {
  readonly id: string;
  readonly person: string;
  readonly role: Role;
  /** Who signed in on it; null where it was paired by a code. */
  readonly personId: string | null;
  readonly kind: string;
  readonly pairedAt: string;
  readonly lastSeenAt: string;
  readonly removedAt: string | null;
  /** When it is let in no more, if it is not used until then. */
  readonly endsAt: string;
}

export interface Devices {
  readonly door: {
    readonly isOpen: boolean;
    /** Whether it is open at the next start. */
    readonly staysOpen: boolean;
    /** Where a phone begins: addresses of this machine, the likeliest first. */
    readonly begin: readonly string[];
    /** Where the book itself is reached from elsewhere: https. */
    readonly homes: readonly string[];
    readonly fingerprint: string | null;
    /** When phones have to trust something new; `isOwn` for a certificate of the owner's own. */
    readonly trustEnds: { readonly at: string; readonly isOwn: boolean } | null;
  };
  readonly devices: readonly Device[];
}

export interface SetAside {
  readonly id: string;
  readonly deviceId: string;
  readonly at: string;
  readonly about: string;
}

/** One change, or several alike in a row. */
export interface AuditRow {
  readonly id: string;
  readonly at: string;
  /** Null: the owner. */
  readonly person: string | null;
  readonly method: string;
  readonly path: string;
  readonly times: number;
}

export interface Me {
  readonly role: Role | 'nobody';
  readonly person: string | null;
  /** With an account, not by a code. */
  readonly signsIn: boolean;
  readonly isRemoved: boolean;
}

export const phonesApi = api
  .enhanceEndpoints({ addTagTypes: ['Device', 'SetAside', 'Me'] })
  .injectEndpoints({
    endpoints: (build) => ({
      devices: build.query<Devices, void>({ query: () => 'devices', providesTags: ['Device'] }),
      keepDoor: build.mutation<{ open: boolean }, boolean>({
        query: (open) => ({ url: 'devices/door', method: 'PUT', body: { open } }),
        invalidatesTags: ['Device'],
      }),
      offerCode: build.mutation<{ code: string; expiresAt: string }, Whose>({
        query: (body) => ({ url: 'devices/codes', method: 'POST', body }),
      }),
      removeDevice: build.mutation<void, string>({
        query: (id) => ({ url: `devices/${id}`, method: 'DELETE' }),
        invalidatesTags: ['Device'],
      }),
      setAside: build.query<SetAside[], void>({
        query: () => 'devices/set-aside',
        providesTags: ['SetAside'],
      }),
      takeSetAside: build.mutation<void, string>({
        query: (id) => ({ url: `devices/set-aside/${id}`, method: 'POST' }),
        invalidatesTags: ['SetAside', 'Session', 'Observations', 'Ride'],
      }),
      dropSetAside: build.mutation<void, string>({
        query: (id) => ({ url: `devices/set-aside/${id}`, method: 'DELETE' }),
        invalidatesTags: ['SetAside'],
      }),
      audit: build.query<AuditRow[], void>({
        query: () => 'devices/audit',
        providesTags: ['Device'],
      }),
      me: build.query<Me, void>({ query: () => 'pairing', providesTags: ['Me'] }),
      pair: build.mutation<{ person: string }, string>({
        query: (code) => ({ url: 'pairing', method: 'POST', body: { code } }),
        invalidatesTags: (answer) => (answer ? ['Me'] : []),
      }),
    }),
  });

export const {
  useAuditQuery,
  useDevicesQuery,
  useDropSetAsideMutation,
  useKeepDoorMutation,
  useMeQuery,
  useOfferCodeMutation,
  usePairMutation,
  useRemoveDeviceMutation,
  useSetAsideQuery,
  useTakeSetAsideMutation,
} = phonesApi;
