import { useAlsoOpen } from '../../../app/live.ts';

/** Nobody changes the same lines unawares. */
export function AlsoOpen({ lessonId }: { lessonId: string }) {
  const others = useAlsoOpen(lessonId);
  return (
    <span role="status" className="text-[13px] text-ochre">
      {others.length > 0 && `also open: ${others.join(', ')}`}
    </span>
  );
}
