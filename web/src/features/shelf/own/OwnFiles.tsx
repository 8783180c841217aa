import { useState } from 'react';
import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import { exerciseSchema, type OwnExercise } from '@canter-book/core/exercises/exercise';
import { saveFile } from '../../../app/files.ts';
import { newId } from '../../../app/newId.ts';
import { useSave } from '../../../kept/useSave.ts';
import { Button } from '../../../ui/Button.tsx';
import { FilePick } from '../../../ui/FilePick.tsx';

/** The instructor's own exercises out to a file, and in from one. */
export function OwnFiles({ own }: { own: readonly OwnExercise[] }) {
  const [said, setSaid] = useState<string | null>(null);
  const { save } = useSave('exercise');
  const take = async (file: File) => {
    const read = readOwn(await file.text(), own);
    if ('fault' in read) return setSaid(`✕ ${file.name}: ${read.fault}`);
    for (const exercise of read.exercises) await save({ id: newId(), revision: 0, exercise }, null);
    setSaid(`✓ ${read.exercises.length} taken from ${file.name}.`);
  };
  return (
    <>
      {said && (
        <span role="status" className="max-w-md text-[14px]">
          {said}
        </span>
      )}
      {own.length > 0 && (
        <Button
          look="quiet"
          onClick={() => {
            const text = JSON.stringify({ exercises: own.map((o) => o.exercise) }, null, 2);
            saveFile('my-exercises.json', new Blob([text], { type: 'application/json' }));
          }}
        >
          Save mine as a file
        </Button>
      )}
      <FilePick
        label="Exercises as a file"
        accept=".json,application/json"
        onPick={(file) => void take(file)}
      >
        Import exercises
      </FilePick>
    </>
  );
}

type Read = { exercises: OwnExercise['exercise'][] } | { fault: string };

/** All of a file or none of it: half a file would be hard to tell from a whole one. */
function readOwn(text: string, own: readonly OwnExercise[]): Read {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { fault: 'this is not a valid JSON file. Save one from this page to see its form.' };
  }
  const list = (value as { exercises?: unknown[] } | null)?.exercises;
  if (!Array.isArray(list)) return { fault: 'it has no list of “exercises”.' };
  const taken = new Set([...EXERCISES, ...own.map((o) => o.exercise)].map((e) => e.id));
  const exercises: OwnExercise['exercise'][] = [];
  for (const [i, one] of list.entries()) {
    const read = exerciseSchema.safeParse(one);
    if (!read.success) {
      const [issue] = read.error.issues;
      return { fault: `exercise ${i + 1}, ${issue!.path.join('.')}: ${issue!.message}.` };
    }
    if (taken.has(read.data.id)) {
      return {
        fault: `exercise ${i + 1}: “${read.data.id}” is on the shelf already. Give it another id.`,
      };
    }
    taken.add(read.data.id);
    exercises.push(read.data);
  }
  return { exercises };
}
