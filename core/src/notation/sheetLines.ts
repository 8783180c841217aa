import {
  boxSchema,
  collectiveSchema,
  errorsSchema,
  type Box,
  type Collective,
  type ErrorCosts,
} from '../lesson/document.ts';

/** A line of a test sheet that is not ridden. */
export type SheetItem = Box | Collective | ErrorCosts;

/** How one kind of line is read and printed; `example` is shown when it cannot be read. */
interface SheetLine {
  readonly example: string;
  /** What follows its word, without the id; null when it cannot be read. */
  read(rest: string): Omit<SheetItem, 'id'> | null;
}

const times = (written: string | undefined) =>
  written === undefined || written === '1' ? {} : { coefficient: Number(written) };

const checked = <T extends { id: string }>(
  schema: { safeParse(value: unknown): { success: true; data: T } | { success: false } },
  written: object,
): Omit<T, 'id'> | null => {
  const read = schema.safeParse({ ...written, id: 'x' });
  if (!read.success) return null;
  const { id: _, ...item } = read.data;
  return item;
};

export const SHEET_LINES: Readonly<Record<SheetItem['kind'], SheetLine>> = {
  box: {
    example: 'box 2 x2 "stretch" -- reaches for the bit',
    read(rest) {
      const found = /^(\d{1,2})(?:\s*x\s*(\d))?(?:\s*"([^"]*)")?(?:\s*--\s*(\S.*))?$/i.exec(rest);
      if (!found) return null;
      const [, number, coefficient, title, directive] = found;
      return checked(boxSchema, {
        kind: 'box',
        number: Number(number),
        ...times(coefficient),
        ...(title && { title }),
        ...(directive && { directive: directive.trim() }),
      });
    },
  },
  collective: {
    example: 'collective "rider" x2',
    read(rest) {
      const [, name, coefficient] = /^"([^"]*)"(?:\s*x\s*(\d))?$/i.exec(rest) ?? [];
      return checked(collectiveSchema, { kind: 'collective', name, ...times(coefficient) });
    },
  },
  errors: {
    example: 'errors points 2 4 out',
    read(rest) {
      const [, how, costs] = /^(points|percent)((?:\s+\d+(?:\.\d+)?)+)\s+out$/i.exec(rest) ?? [];
      return checked(errorsSchema, {
        kind: 'errors',
        how: how?.toLowerCase(),
        costs: costs?.trim().split(/\s+/).map(Number),
      });
    },
  },
};

const counts = ({ coefficient }: Box | Collective): string =>
  coefficient === undefined ? '' : ` x${coefficient}`;

export function printSheetItem(item: SheetItem): string {
  switch (item.kind) {
    case 'box':
      return [
        `box ${item.number}${counts(item)}`,
        item.title !== undefined && `"${item.title}"`,
        item.directive !== undefined && `-- ${item.directive}`,
      ]
        .filter(Boolean)
        .join(' ');
    case 'collective':
      return `collective "${item.name}"${counts(item)}`;
    case 'errors':
      return `errors ${item.how} ${item.costs.join(' ')} out`;
  }
}
