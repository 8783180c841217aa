/** The heading of a page, also on the cover before its script is there: there it must not be another. */

export const PAGE_HEAD =
  'flex flex-wrap items-center gap-x-6 gap-y-3 border-b border-line px-5 py-4 md:px-7 md:group-data-bare/page:pr-44';
/** On a phone, and where there are no tabs, help and paper stand beside it; and who is signed in. */
export const PAGE_TITLE =
  'min-h-[1lh] max-w-full text-[27px] leading-tight max-md:w-full max-md:pr-24 max-md:group-data-you/page:pr-36';

/** The desk needs its height. */
export const DESK_HEAD =
  'flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-line px-5 py-2.5';
export const DESK_TITLE = 'max-w-80 truncate text-[22px] leading-snug';
