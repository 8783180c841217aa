import { useMemo } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { EXERCISES, findExercise } from '@canter-book/core/exercises/catalogue';
import { useOwnExercisesQuery } from '../../../api/exercises.ts';
import { newId } from '../../../app/newId.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { newOwn } from './own.ts';
import { OwnEditor } from './OwnEditor.tsx';

/** An exercise of one's own, begun as a copy of one of the shelf. */
export default function NewOwn() {
  const [params] = useSearchParams();
  const own = useOwnExercisesQuery();
  const navigate = useNavigate();
  const from =
    findExercise(params.get('from') ?? '') ?? EXERCISES.find((e) => e.id === 'trot-circle')!;
  const begun = useMemo(
    () => own.data && newOwn(from, newId(), new Set(own.data.map((o) => o.exercise.id))),
    [own.data, from],
  );
  if (!begun) return <Loading what="shelf" />;
  return (
    <OwnEditor
      own={begun}
      onDone={(kept) => void navigate(kept ? `/shelf/${kept.exercise.id}` : '/shelf')}
    />
  );
}
