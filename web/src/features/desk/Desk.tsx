import { lazy, Suspense } from 'react';
import { useParams } from 'react-router';
import { useHorsesQuery } from '../../api/horses.ts';
import { useLessonQuery } from '../../api/lessons.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { DeskName } from './top/DeskName.tsx';

// Fetched at once; the name of the lesson does not wait for it.
const fetched = import('./OpenDesk.tsx');
const OpenDesk = lazy(() => fetched);

/** A lesson at the desk: its name first, then the desk it is laid out on. */
export default function Desk() {
  const { id = '' } = useParams();
  const query = useLessonQuery(id);
  const horses = useHorsesQuery();
  const record = query.data?.id === id ? query.data : undefined;
  if (!record) return <QueryState query={query} what="lesson" />;
  const name = <DeskName title={record.title} />;
  if (!horses.data) return name;
  return (
    <Suspense fallback={name}>
      {/* Another lesson is another desk: nothing of the one before may stay on it. */}
      <OpenDesk key={id} record={record} horses={horses.data} />
    </Suspense>
  );
}
