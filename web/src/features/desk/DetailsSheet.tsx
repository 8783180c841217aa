import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import type { LessonDetails } from './lessonSaver.ts';

interface DetailsSheetProps {
  details: LessonDetails;
  onClose(): void;
  onSave(details: LessonDetails): void;
}

/** The words to find a lesson by, and whether it is a beginning for others. */
export function DetailsSheet({ details, onClose, onSave }: DetailsSheetProps) {
  const [tags, setTags] = useState(details.tags.join(', '));
  const [template, setTemplate] = useState(details.template);
  const words = [...new Set(tags.split(',').map((t) => t.trim()))].filter(Boolean);
  const tooLong = words.find((word) => word.length > 30);
  const error = tooLong
    ? `“${tooLong}” is longer than 30 letters`
    : words.length > 12
      ? 'At most 12 tags'
      : undefined;
  return (
    <Sheet open title="Tags and template" onClose={onClose}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (error) return;
          onSave({ tags: words, template });
          onClose();
        }}
      >
        <Field label="Tags" error={error} hint="Words to find it by, with commas between.">
          {(field) => (
            <TextInput {...field} value={tags} onChange={(e) => setTags(e.target.value)} />
          )}
        </Field>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={template}
            onChange={(e) => setTemplate(e.target.checked)}
          />
          Offer it as a beginning for new lessons
        </label>
        <Button type="submit">Keep</Button>
      </form>
    </Sheet>
  );
}
