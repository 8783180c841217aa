import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { inputClass, labelClass } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { codesIn, codesText, expanded, keepCodes, readCodes, type Code } from './codes.ts';

interface RemarkFieldProps {
  value: string;
  onChange(words: string): void;
}

/** The field for a remark: in words, or by codes that write themselves out. */
export function RemarkField({ value, onChange }: RemarkFieldProps) {
  const [codes, setCodes] = useState(readCodes);
  const [text, setText] = useState(value);
  const [editing, setEditing] = useState(false);
  const say = (words: string) => {
    const short = words.slice(0, 300);
    setText(short);
    onChange(short.trim());
  };
  const add = (words: string) => say(text.trim() === '' ? words : `${text.trim()}, ${words}`);
  return (
    <div className="mt-3">
      <label className="block">
        <span className={labelClass}>Remark</span>
        <input
          className={inputClass}
          value={text}
          maxLength={300}
          onChange={(event) => {
            const typed = event.target.value;
            // A code is written out as soon as something follows it.
            say(/[\s,;]$/.test(typed) ? expanded(typed, codes) : typed);
          }}
          onBlur={() => say(expanded(text, codes))}
        />
      </label>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {codes.slice(0, 10).map(({ code, words }) => (
          <button
            key={code}
            type="button"
            title={words}
            className="min-h-9 rounded-md border border-line bg-page px-2 text-[13px] hover:border-leather"
            onClick={() => add(words)}
          >
            <b className="font-mono">{code}</b>{' '}
            <span className="text-soft max-md:sr-only">{words}</span>
          </button>
        ))}
        <button
          type="button"
          className="min-h-9 px-1 text-[13px] underline"
          onClick={() => setEditing(true)}
        >
          My codes
        </button>
      </div>
      {editing && (
        <MyCodes
          codes={codes}
          onSave={(made) => {
            keepCodes(made);
            setCodes(made);
          }}
          onClose={() => setEditing(false)}
        />
      )}
    </div>
  );
}

interface MyCodesProps {
  codes: readonly Code[];
  onSave(codes: readonly Code[]): void;
  onClose(): void;
}

function MyCodes({ codes, onSave, onClose }: MyCodesProps) {
  const [list, setList] = useState(() => codesText(codes));
  const save = () => {
    onSave(codesIn(list));
    onClose();
  };
  return (
    <Sheet open title="My codes" onClose={onClose}>
      <p className="mb-2 text-[14px] text-soft">
        One a line: the code, then what it stands for. The first ten are under your thumb.
      </p>
      <textarea
        aria-label="My codes"
        className={`${inputClass} h-64 font-mono`}
        value={list}
        onChange={(event) => setList(event.target.value)}
      />
      <div className="mt-3">
        <Button onClick={save}>Save</Button>
      </div>
    </Sheet>
  );
}
