import type { Example } from '../forms/told.ts';
import { FORM_IDS, formOf, type FormId } from '../lesson/forms.ts';

/** Every example of every form. */
export const ALL_EXAMPLES: readonly [form: FormId, example: Example][] = FORM_IDS.flatMap((id) =>
  formOf(id).examples.map((example): [FormId, Example] => [id, example]),
);

/** The whole text of an example. */
export const textOf = ({ before, line }: Example): string =>
  `${before ? `${before}\n` : ''}${line}\n`;
