import { useEffect, useMemo, useState } from 'react';
import type { reviewed, Reviewed } from '@canter-book/core/review/reviewed';
import { tell } from '../../app/notices.ts';
import type { Derived } from './derive.ts';

/** What the review says; null until its rules have been fetched, which is after the picture. */
export function useReviewed({ parsed, ride }: Derived): Reviewed | null {
  const [review, setReview] = useState<typeof reviewed | null>(null);
  useEffect(() => {
    import('@canter-book/core/review/reviewed').then(
      (rules) => setReview(() => rules.reviewed),
      () => tell('The lesson cannot be checked: the server does not answer. Open it again later.'),
    );
  }, []);
  return useMemo(() => review?.(parsed, ride) ?? null, [review, parsed, ride]);
}
