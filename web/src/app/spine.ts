import { DESK_HEAD, DESK_TITLE, PAGE_HEAD, PAGE_TITLE } from '../ui/pageHead.ts';

/** The tabs of the spine, in the order of the work, and the heading of their page: of Today it is the day. */
export const TABS = [
  { to: '/', label: 'Today', heading: '' },
  { to: '/horses', label: 'Horses', heading: 'Horses' },
  { to: '/desk', label: 'Desk', heading: 'Lesson desk' },
  { to: '/shelf', label: 'Shelf', heading: 'Exercise shelf' },
  { to: '/tests', label: 'Tests', heading: 'Tests' },
  { to: '/ringside', label: 'Ringside', heading: 'Ringside' },
  { to: '/debrief', label: 'Debrief', heading: 'Debrief' },
  { to: '/progress', label: 'Progress', heading: 'Progress' },
  { to: '/book', label: 'Book', heading: 'The book' },
] as const;
export type Tab = (typeof TABS)[number];

/** Pages headed by the name of what they show: the server knows it, and puts it on their cover. */
export const NAMED = {
  '/desk/:id': { of: 'lessons', head: DESK_HEAD, title: DESK_TITLE },
  '/horses/:id': { of: 'horses', head: PAGE_HEAD, title: PAGE_TITLE },
} as const;

export const SPINE =
  'spine z-10 flex shrink-0 items-center md:w-[76px] md:flex-col md:pt-3 landscape-phone:pt-1';
export const SPINE_TABS =
  'flex flex-1 md:w-full md:flex-col md:gap-1.5 md:pl-2 landscape-phone:gap-0';
export const SPINE_TAB =
  'spine-tab flex min-h-14 min-w-0 flex-auto items-center justify-center px-0.5 text-[12px] tracking-tight md:text-[13px] md:tracking-normal font-medium no-underline aria-[current=page]:font-bold md:min-h-11 md:flex-none md:rounded-l-lg md:pr-2 landscape-phone:min-h-0 landscape-phone:flex-1';
export const SPINE_MARK =
  'mx-2 hidden h-10 w-10 items-center justify-center rounded-full border border-[#f7e9d6]/60 font-book text-xl font-semibold text-[#f7e9d6] md:mb-5 md:flex landscape-phone:hidden';

/** The heading of the page of a tab. */
export const headingOf = (to: Tab['to']): string => TABS.find((tab) => tab.to === to)!.heading;
