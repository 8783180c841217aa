import type { Person, Role, Whose } from './peopleApi.ts';

/** Before the code of an invitation: the other codes pair a phone. */
export const INVITE = 'invite:';

/** A person while the form is filled in. */
export interface WhoseDraft {
  readonly role: Role;
  readonly name: string;
  readonly riderId: string;
  readonly horseIds: readonly string[];
}

export const NOBODY_YET: WhoseDraft = { role: 'instructor', name: '', riderId: '', horseIds: [] };

export const draftOf = ({ role, name, riderId, horseIds }: Person): WhoseDraft => ({
  role,
  name,
  riderId: riderId ?? '',
  horseIds,
});

/** Null while something is missing. */
export function whoseFrom({ role, name: typed, riderId, horseIds }: WhoseDraft): Whose | null {
  const name = typed.trim();
  switch (role) {
    case 'rider':
      return riderId === '' ? null : { role, riderId };
    case 'helper':
      return name === '' || horseIds.length === 0 ? null : { role, name, horseIds };
    default:
      return name === '' ? null : { role, name };
  }
}

/** The rights of each role, in a few words. */
export const MAY: Readonly<Record<Role, string>> = {
  instructor: 'May do all an instructor does, with every horse.',
  helper: 'Teaches the horses below at the ringside and takes notes on them; sees no others.',
  rider: 'Sees their own horses, homework, weeks and progress; no notes.',
  owner: 'May do everything, also let others in and take the whole book away.',
};
