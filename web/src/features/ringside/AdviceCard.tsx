import { adviceWords } from '@canter-book/core/ringside/adviceWords';
import type { Advice } from '@canter-book/core/ringside/watch';

interface AdviceCardProps {
  advice: Advice;
  /** On to the next movement, when there is one. */
  leave: (() => void) | null;
  onDone(): void;
}

/** The advice of the watch. It advises; the person on the spot decides. */
export function AdviceCard({ advice, leave, onDone }: AdviceCardProps) {
  const { what, then } = adviceWords(advice);
  return (
    <section
      role="alert"
      className={`rounded-2xl border-[3px] px-4 py-3 ${advice.level === 'stop' ? 'border-madder bg-slip' : 'border-ink bg-slip'}`}
    >
      <p className="font-book text-[20px] leading-tight font-semibold">{what}</p>
      <p className="mt-1 text-[15px]">{then}</p>
      <div className="mt-2 flex gap-2">
        {advice.level === 'leave' && leave && (
          <button
            type="button"
            className="min-h-14 flex-1 rounded-2xl bg-leather font-bold text-on-leather"
            onClick={() => {
              leave();
              onDone();
            }}
          >
            leave it, on to the next
          </button>
        )}
        <button
          type="button"
          className="min-h-14 flex-1 rounded-2xl border-[3px] border-ink font-bold"
          onClick={onDone}
        >
          understood
        </button>
      </div>
    </section>
  );
}
