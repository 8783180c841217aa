import { figures } from '../figures/table.ts';
import { movements } from '../movements/table.ts';
import type { Form } from '../forms/contract.ts';
import { wordsOf } from '../forms/pattern.ts';

/** Every instruction of the shorthand, by its id. */
export const forms = { ...figures, ...movements } as const;

export type FormId = keyof typeof forms;

export const FORM_IDS = Object.keys(forms) as FormId[];

/** The name of a form in the ride, with hyphens. */
type FormKind = (typeof forms)[FormId]['kind'];

/** Ways that are ridden without being asked for: to the track or along it, to a letter, to a place. */
export const WAYS = ['track', 'line', 'place'] as const;

/** The kind of a movement of a ride. */
export type Kind = FormKind | (typeof WAYS)[number];

export const formOf = (id: FormId): Form & { readonly kind: FormKind } => forms[id];

/** A fact of the forms by their kinds, for those that state it. */
export const byKind = <T>(said: (form: Form) => T | undefined): ReadonlyMap<Kind, T> =>
  new Map(
    FORM_IDS.map(formOf).flatMap((form) => {
      const what = said(form);
      return what === undefined ? [] : [[form.kind, what] as const];
    }),
  );

/** The kinds whose forms have a facet. */
export const kindsThat = (have: (form: Form) => unknown): ReadonlySet<Kind> =>
  new Set(byKind((form) => (have(form) ? true : undefined)).keys());

/** Every word an instruction may hold, for completion and for finding the nearest known word. */
export const FORM_WORDS: readonly string[] = [
  ...new Set(
    FORM_IDS.flatMap((id) => [formOf(id).pattern, ...(formOf(id).alsoRead ?? [])].flatMap(wordsOf)),
  ),
].sort();
