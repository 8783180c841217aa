import { Field, TextInput } from '../../ui/Field.tsx';

interface PasswordFieldProps {
  label: string;
  value: string;
  error?: string | undefined;
  /** Chosen now, not known from before. */
  isNew?: boolean;
  onChange(value: string): void;
}

export const PasswordField = ({ label, value, error, isNew, onChange }: PasswordFieldProps) => (
  <Field
    label={label}
    error={error}
    {...(isNew && {
      hint: 'At least 12 characters: three or four words that do not belong together.',
    })}
  >
    {(field) => (
      <TextInput
        {...field}
        type="password"
        value={value}
        autoComplete={isNew ? 'new-password' : 'current-password'}
        maxLength={128}
        onChange={(e) => onChange(e.target.value)}
      />
    )}
  </Field>
);
