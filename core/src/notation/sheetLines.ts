import type { Box, Collective, ErrorCosts } from '../lesson/document.ts';
import {
  BOX_NUMBER,
  COEFFICIENT,
  ERROR_COST,
  ERRORS,
  ERRORS_IN,
  fits,
  NOTE,
  TITLE,
} from '../lesson/terms.ts';
import { within } from '../numbers.ts';

/** A line of a test sheet that is not ridden. */
export type SheetItem = Box | Collective | ErrorCosts;

type Unnamed<T> = T extends unknown ? Omit<T, 'id'> : never;

/** How one kind of line is read and printed; `example` is shown when it cannot be read. */
interface SheetLine {
  readonly example: string;
  /** Reads the rest of the line, without the id; null when it cannot be read. */
  read(rest: string): Unnamed<SheetItem> | null;
}

/** How often a mark counts; null when it cannot. */
function times(written = '1'): { coefficient?: number } | null {
  if (written === '1') return {};
  const coefficient = Number(written);
  return within(COEFFICIENT, coefficient) ? { coefficient } : null;
}

export const SHEET_LINES: Readonly<Record<SheetItem['kind'], SheetLine>> = {
  box: {
    example: 'box 2 x2 "stretch" -- reaches for the bit',
    read(rest) {
      const found = /^(\d{1,2})(?:\s*x\s*(\d))?(?:\s*"([^"]*)")?(?:\s*--\s*(\S.*))?$/i.exec(rest);
      if (!found) return null;
      const [, written, coefficient, title = '', said = ''] = found;
      const [number, counted, directive] = [Number(written), times(coefficient), said.trim()];
      if (!within(BOX_NUMBER, number) || !counted) return null;
      if (!fits(TITLE, title) || !fits(NOTE, directive)) return null;
      return {
        kind: 'box',
        number,
        ...counted,
        ...(title && { title }),
        ...(directive && { directive }),
      };
    },
  },
  collective: {
    example: 'collective "rider" x2',
    read(rest) {
      const [, name = '', coefficient] = /^"([^"]*)"(?:\s*x\s*(\d))?$/i.exec(rest) ?? [];
      const counted = times(coefficient);
      if (!counted || name.trim() === '' || !fits(TITLE, name)) return null;
      return { kind: 'collective', name, ...counted };
    },
  },
  errors: {
    example: 'errors points 2 4 out',
    read(rest) {
      const found = /^(\w+)((?:\s+\d+(?:\.\d+)?)+)\s+out$/i.exec(rest);
      const how = ERRORS_IN.find((known) => known === found?.[1]!.toLowerCase());
      const costs = found?.[2]!.trim().split(/\s+/).map(Number) ?? [];
      if (!how || !within(ERRORS, costs.length)) return null;
      return costs.every((cost) => within(ERROR_COST, cost))
        ? { kind: 'errors', how, costs }
        : null;
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
