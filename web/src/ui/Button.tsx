import type { ComponentProps, ReactNode } from 'react';
import { Link } from 'react-router';
import { classNames } from './classNames.ts';

const LOOKS = {
  main: 'bg-leather text-on-leather hover:brightness-110 border-transparent',
  quiet: 'bg-page text-ink border-line hover:border-leather',
  danger: 'bg-page text-madder border-line hover:border-madder',
};

interface Looks {
  look?: keyof typeof LOOKS;
  children: ReactNode;
}

const shape =
  'inline-flex items-center justify-center gap-2 rounded-lg border px-4 py-2 min-h-10 font-bold text-[14px] no-underline disabled:opacity-50';

export function Button({ look = 'main', className, ...rest }: Looks & ComponentProps<'button'>) {
  return <button type="button" className={classNames(shape, LOOKS[look], className)} {...rest} />;
}

/** A file of the book, to be taken by the device. */
export function ButtonFile({ look = 'main', className, ...rest }: Looks & ComponentProps<'a'>) {
  return <a download className={classNames(shape, LOOKS[look], className)} {...rest} />;
}

export function ButtonLink({
  look = 'main',
  className,
  ...rest
}: Looks & ComponentProps<typeof Link>) {
  return <Link className={classNames(shape, LOOKS[look], className)} {...rest} />;
}
