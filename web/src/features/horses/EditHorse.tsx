import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { Horse } from '@canter-book/core/book/records';
import { useHorseQuery } from '../../api/horses.ts';
import { Failed } from '../../api/Failed.tsx';
import { useSessionsQuery } from '../../api/sessions.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { today } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Page } from '../../ui/Page.tsx';
import { HorseForm } from './HorseForm.tsx';

type Leaves = 'remove' | 'retire';

export default function EditHorse() {
  const { id = '' } = useParams();
  const query = useHorseQuery(id);
  const sessions = useSessionsQuery({ horseId: id, limit: 1 });
  const navigate = useNavigate();
  const { save, remove, error } = useSave('horse');
  const [asking, setAsking] = useState<Leaves | null>(null);
  useTitle(query.data ? `Change ${query.data.name}` : 'Horse');
  if (!query.data || !sessions.data) {
    return <QueryState query={query.data ? sessions : query} what="horse" />;
  }
  const horse = query.data;
  const ridden = sessions.data.length > 0;
  const takeOut = async () => {
    setAsking(null);
    const done = await remove(horse);
    if (!done.error) void navigate('/horses');
  };
  const retire = async () => {
    setAsking(null);
    const retired = { ...horse, retiredOn: today() };
    const saved = await save(retired, horse);
    if (saved.error) return;
    tell(`${horse.name} is retired.`, () => save(horse, saved.data ?? retired));
    void navigate('/horses');
  };
  return (
    <Page
      title={horse.name}
      actions={
        <Ways
          isRetired={horse.retiredOn !== undefined}
          ridden={ridden}
          onBack={() => void save(back(horse), horse)}
          onAsk={setAsking}
        />
      }
    >
      <Failed error={error} className="px-7 pt-4" />
      <HorseForm key={id} horse={horse} onSaved={() => void navigate(`/horses/${id}`)} />
      <Leaving
        name={horse.name}
        asking={asking}
        onRetire={() => void retire()}
        onRemove={() => void takeOut()}
        onStay={() => setAsking(null)}
      />
    </Page>
  );
}

interface WaysProps {
  isRetired: boolean;
  /** It has sessions: it cannot be deleted. */
  ridden: boolean;
  onBack(): void;
  onAsk(way: Leaves): void;
}

/** How a horse leaves the yard, and comes back. */
const Ways = ({ isRetired, ridden, onBack, onAsk }: WaysProps) => (
  <>
    {isRetired ? (
      <Button look="quiet" onClick={onBack}>
        Bring back to work
      </Button>
    ) : (
      <Button look="quiet" onClick={() => onAsk('retire')}>
        Retire
      </Button>
    )}
    {!ridden && (
      <Button look="danger" onClick={() => onAsk('remove')}>
        Delete
      </Button>
    )}
  </>
);

interface LeavingProps {
  name: string;
  asking: Leaves | null;
  onRetire(): void;
  onRemove(): void;
  onStay(): void;
}

/** Asked before a horse goes: what becomes of what is kept of it. */
const Leaving = ({ name, asking, onRetire, onRemove, onStay }: LeavingProps) => (
  <>
    <Confirm
      open={asking === 'retire'}
      title={`Retire ${name}?`}
      yes="Retire"
      no="Cancel"
      onYes={onRetire}
      onNo={onStay}
    >
      {name} leaves Today, the ringside and the lists. Sessions, marks and lessons are kept, and the
      horse can be brought back at any time.
    </Confirm>
    <Confirm
      open={asking === 'remove'}
      title={`Delete ${name}?`}
      yes="Delete"
      no="Cancel"
      onYes={onRemove}
      onNo={onStay}
    >
      {name} has no sessions yet. Lessons written for this horse stay, for any horse. This cannot be
      undone.
    </Confirm>
  </>
);

/** The same horse, at work again. */
function back({ retiredOn: _, ...horse }: Horse): Horse {
  return horse;
}
