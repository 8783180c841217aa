import type { DocumentKind, Documents } from '@canter-book/core/documents';
import type { AnyDocument, Change } from './keptSlice.ts';

/** How a document is called where it is told what became of it, and where it is seen. */
interface Words<T> {
  readonly called: (document: T) => string;
  /** The page it can be put right on. */
  readonly to?: (document: T) => string;
}

const WORDS: { readonly [K in DocumentKind]: Words<Documents[K]> } = {
  rider: { called: ({ name }) => `The rider ${name}`, to: () => '/horses' },
  exercise: {
    called: ({ exercise }) => `The exercise “${exercise.name}”`,
    to: ({ exercise }) => `/shelf/${exercise.id}`,
  },
  horse: { called: ({ name }) => `The horse ${name}`, to: ({ id }) => `/horses/${id}` },
  timetable: { called: () => 'The arenas and hours of the timetable', to: () => '/timetable' },
  busy: { called: ({ name }) => `The calendar ${name}`, to: () => '/timetable' },
  lesson: {
    called: ({ title }) => `The lesson “${title || 'Untitled'}”`,
    to: ({ id }) => `/desk/${id}`,
  },
  ride: {
    called: ({ document, date }) => `The marks of ${document.title?.text || 'a test'}, ${date}`,
    to: ({ id }) => `/tests/rides/${id}/mark`,
  },
  programme: {
    called: () => 'A training plan',
    to: ({ horseId }) => `/horses/${horseId}/programme`,
  },
  appointment: { called: ({ date, start }) => `The appointment of ${date}, ${start}` },
  session: {
    called: ({ date, endedAt, removedAt }) =>
      `A lesson of ${date}, ${removedAt ? 'discarded' : endedAt ? 'finished' : 'begun'}`,
  },
  observation: {
    called: (seen) => (seen.kind === 'try' ? `${seen.text}: ${seen.result}` : seen.kind),
  },
};

const wordsOf = (kind: DocumentKind) => WORDS[kind] as Words<AnyDocument>;

export const calledOf = (kind: DocumentKind, document: AnyDocument): string =>
  wordsOf(kind).called(document);

/** Something that waits: what it is, and the page it stands on. */
export function saidOf({ kind, was, is }: Change): { said: string; to: string | null } {
  const document = (is ?? was)!;
  const { called, to } = wordsOf(kind);
  return {
    said: is ? called(document) : `${called(document)}: deleted`,
    to: to?.(document) ?? null,
  };
}
