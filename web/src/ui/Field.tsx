import { useId, type ComponentProps, type ReactNode } from 'react';
import { classNames } from './classNames.ts';

export const inputClass =
  'w-full rounded-lg border border-line bg-page px-3 py-2 min-h-10 text-[15px] text-ink focus-visible:outline-3 focus-visible:outline-sky aria-[invalid=true]:border-madder';

/** The label over a field. */
export const labelClass = 'mb-1 block text-[14px] text-soft';

/** Of a button beside a field: it stands at the box, below the label. */
export const besideField = 'mt-[25px]';

interface FieldProps {
  label: string;
  error?: string | undefined;
  hint?: string;
  children(props: { id: string; 'aria-invalid': boolean; 'aria-describedby': string }): ReactNode;
}

/** A labelled field with its hint and its error, said in words beside it. */
export function Field({ label, error, hint, children }: FieldProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className={labelClass}>
        {label}
      </label>
      {children({ id, 'aria-invalid': !!error, 'aria-describedby': `${id}-said` })}
      <p
        id={`${id}-said`}
        className={classNames('mt-1 text-[13px]', error ? 'text-madder' : 'text-soft')}
      >
        {error ? `✕ ${error}` : hint}
      </p>
    </div>
  );
}

export function TextInput(props: ComponentProps<'input'>) {
  return <input {...props} className={inputClass} />;
}

export function TextArea(props: ComponentProps<'textarea'>) {
  return <textarea rows={3} {...props} className={inputClass} />;
}

export function Select(props: ComponentProps<'select'>) {
  return <select {...props} className={inputClass} />;
}
