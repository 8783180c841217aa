import { Button } from '../../../ui/Button.tsx';
import { OverPage, Title } from '../../../ui/OverPage.tsx';

interface ConflictProps {
  mine: string;
  theirs: string;
  onKeep(keep: 'mine' | 'theirs'): void;
}

/** Both versions side by side; none is overwritten before somebody chooses. */
export function Conflict({ mine, theirs, onKeep }: ConflictProps) {
  return (
    <OverPage
      open
      className="flex max-h-[90vh] w-full max-w-4xl flex-col rounded-xl border border-line bg-page p-6"
    >
      <Title className="text-xl">This lesson was saved in another place too.</Title>
      <p className="mb-4 text-soft">
        Nothing was overwritten. Choose the version to go on with; you can copy from the other.
      </p>
      <div className="grid min-h-0 flex-1 gap-4 md:grid-cols-2">
        <Version title="Here" text={mine} action="Keep this one" onKeep={() => onKeep('mine')} />
        <Version
          title="In the book"
          text={theirs}
          action="Use that one"
          onKeep={() => onKeep('theirs')}
        />
      </div>
    </OverPage>
  );
}

function Version({
  title,
  text,
  action,
  onKeep,
}: {
  title: string;
  text: string;
  action: string;
  onKeep(): void;
}) {
  return (
    <div className="flex min-h-0 flex-col gap-2">
      <h3>{title}</h3>
      <pre className="min-h-32 flex-1 overflow-auto rounded-lg border border-line bg-paper p-3 font-mono text-[13px] whitespace-pre-wrap">
        {text}
      </pre>
      <Button onClick={onKeep}>{action}</Button>
    </div>
  );
}
