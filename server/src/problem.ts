/** An error for the one who called, as RFC 9457 problem details. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
    this.name = 'Problem';
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, `No such ${what}`, `There is no ${what} with this id in the book.`);
