import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';

/** A link to be sent: seen whole, and copied by a tap. */
export function CopyLink({ link }: { link: string }) {
  const [said, setSaid] = useState('');
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(link);
      setSaid('✓ Copied');
    } catch {
      setSaid('Mark it and copy it by hand');
    }
  };
  return (
    <div className="flex items-start gap-2">
      <div className="min-w-0 flex-1">
        <Field label="Link" hint={said}>
          {(field) => (
            <TextInput {...field} readOnly value={link} onFocus={(e) => e.target.select()} />
          )}
        </Field>
      </div>
      <div className="pt-[1.65rem]">
        <Button look="quiet" onClick={() => void copy()}>
          Copy
        </Button>
      </div>
    </div>
  );
}
