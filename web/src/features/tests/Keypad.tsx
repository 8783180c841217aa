import { useEffect } from 'react';
import { isWriting } from '../../app/isWriting.ts';

const MARKS = Array.from({ length: 21 }, (_, i) => i / 2);

interface KeypadProps {
  value: number | null;
  onMark(value: number | null): void;
  onNext(): void;
  onBack(): void;
}

/** Every mark under one finger, the whole ones heavier; on a keyboard a digit, and a point for the half on top. */
export function Keypad({ value, onMark, onNext, onBack }: KeypadProps) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (/^\d$/.test(event.key)) onMark(Number(event.key));
      else if ((event.key === '.' || event.key === ',') && value !== null && value < 10) {
        onMark(Math.floor(value) + 0.5);
      } else if (event.key === 'Backspace' || event.key === 'Delete') onMark(null);
      else if (event.key === 'ArrowRight') onNext();
      else if (event.key === 'ArrowLeft') onBack();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [value, onMark, onNext, onBack]);
  return (
    <div role="group" aria-label="Marks" className="grid grid-cols-7 gap-1.5">
      {MARKS.map((m) => (
        <button
          key={m}
          type="button"
          aria-pressed={value === m}
          className={`tabular min-h-12 rounded-lg border font-mono aria-pressed:border-transparent aria-pressed:bg-leather aria-pressed:text-on-leather ${
            Number.isInteger(m)
              ? 'border-ink/40 bg-page text-[18px] font-bold'
              : 'border-line bg-sand-light text-[15px]'
          }`}
          onClick={() => onMark(value === m ? null : m)}
        >
          {m}
        </button>
      ))}
    </div>
  );
}
