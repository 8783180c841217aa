import type { FallbackProps } from 'react-error-boundary';
import { Empty } from '../ui/Empty.tsx';
import { Button } from '../ui/Button.tsx';
import { useTitle } from './title.ts';

/** A fault of the program: what happened, what is kept, what to do. */
export function ErrorPage({ error }: FallbackProps) {
  useTitle('A fault');
  return (
    <div className="mx-auto max-w-xl p-8" role="alert">
      <Empty title="This page has a fault.">
        <p>What you entered is kept. Reloading the page usually helps.</p>
        <p className="font-mono text-sm text-soft">
          {error instanceof Error ? error.message : String(error)}
        </p>
        <Button onClick={() => window.location.reload()}>Reload the page</Button>
      </Empty>
    </div>
  );
}
