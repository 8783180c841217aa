import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { problemOf, useDeleteHorseMutation, useHorseQuery } from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Page } from '../../ui/Page.tsx';
import { HorseForm } from './HorseForm.tsx';

export default function EditHorse() {
  const { id = '' } = useParams();
  const query = useHorseQuery(id);
  const navigate = useNavigate();
  const [remove, removing] = useDeleteHorseMutation();
  const [asking, setAsking] = useState(false);
  useTitle(query.data ? `Change ${query.data.name}` : 'Horse');
  if (!query.data) return <QueryState query={query} what="horse" />;
  const horse = query.data;
  const takeOut = async () => {
    setAsking(false);
    const done = await remove(id);
    if (!done.error) void navigate('/horses');
  };
  return (
    <Page
      title={horse.name}
      actions={
        <Button look="danger" onClick={() => setAsking(true)}>
          Take out of the book
        </Button>
      }
    >
      {removing.error && (
        <p role="alert" className="px-7 pt-4 text-madder">
          ✕{' '}
          {problemOf(removing.error).status === 409
            ? `${horse.name} has sessions in the book, and stays.`
            : problemOf(removing.error).detail}
        </p>
      )}
      <HorseForm horse={horse} onSaved={() => void navigate(`/horses/${id}`)} />
      <Confirm
        open={asking}
        title={`Take ${horse.name} out of the book?`}
        yes="Take out"
        onYes={() => void takeOut()}
        onNo={() => setAsking(false)}
      >
        A horse that has sessions stays in the book. Lessons stay, without their horse.
      </Confirm>
    </Page>
  );
}
