import { figures } from '../figures/table.ts';
import { movements } from '../movements/table.ts';
import type { Form } from '../forms/contract.ts';
import { wordsOf } from '../forms/pattern.ts';

/** Every instruction of the shorthand, by its id. */
export const forms = { ...figures, ...movements } as const;

export type FormId = keyof typeof forms;

export const FORM_IDS = Object.keys(forms) as FormId[];

export const formOf = (id: FormId): Form => forms[id];

/** Every word an instruction may hold, for completion and for finding the nearest known word. */
export const FORM_WORDS: readonly string[] = [
  ...new Set(
    FORM_IDS.flatMap((id) => [formOf(id).pattern, ...(formOf(id).alsoRead ?? [])].flatMap(wordsOf)),
  ),
].sort();
