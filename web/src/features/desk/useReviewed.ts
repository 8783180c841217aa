import { startTransition, useEffect, useMemo, useState } from 'react';
import type { reviewed, Reviewed } from '@canter-book/core/review/reviewed';
import { inBreaths } from '../../app/inBreaths.ts';
import { tell } from '../../app/notices.ts';
import { soon } from '../../app/soon.ts';
import type { Derived } from './derive.ts';

interface Rules {
  readonly reviewed: typeof reviewed;
  /** What they say of the lesson the desk was opened with. */
  readonly first: { readonly of: Derived; readonly reviewed: Reviewed };
}

/** What the review says; null until its rules have been fetched, which is after the picture. */
export function useReviewed(derived: Derived): Reviewed | null {
  const [rules, setRules] = useState<Rules | null>(null);
  const [opening] = useState(derived);
  useEffect(() => {
    const fetchRules = async () => {
      const { reviewed, reviewedInSteps } = await import('@canter-book/core/review/reviewed');
      const first = await inBreaths(reviewedInSteps(opening.parsed, opening.ride));
      startTransition(() => setRules({ reviewed, first: { of: opening, reviewed: first } }));
    };
    soon(() =>
      fetchRules().catch(() =>
        tell('The lesson cannot be checked: the server does not answer. Open it again later.'),
      ),
    );
  }, [opening]);
  return useMemo(() => {
    if (!rules) return null;
    const { first } = rules;
    return derived === first.of ? first.reviewed : rules.reviewed(derived.parsed, derived.ride);
  }, [rules, derived]);
}
