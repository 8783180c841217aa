import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  EQUIPMENT,
  EXERCISE_PHASES,
  type Exercise,
  type OwnExercise,
} from '@canter-book/core/exercises/exercise';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { SCALES } from '@canter-book/core/scales';
import { WARM_UP_CHECKS } from '@canter-book/core/observations/words';
import { Failed } from '../../../api/Failed.tsx';
import { STAGE_OPTIONS } from '../../../app/stages.ts';
import { useTitle } from '../../../app/title.ts';
import { useSave } from '../../../kept/useSave.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice, Ticks } from '../../../ui/Choose.tsx';
import { Confirm } from '../../../ui/Confirm.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { Page } from '../../../ui/Page.tsx';
import { Drawing } from '../Drawing.tsx';
import { Before } from './Before.tsx';
import { Count, Part, Words } from './fields.tsx';
import { Ladder } from './Ladder.tsx';
import { faultsOf } from './own.ts';
import { Teaching } from './Teaching.tsx';

interface OwnEditorProps {
  own: OwnExercise;
  onDone(kept?: OwnExercise): void;
}

/** An exercise while it is written: what is wrong with it, and where it goes. */
function useOwnExercise(own: OwnExercise, onDone: OwnEditorProps['onDone']) {
  const [exercise, setExercise] = useState(own.exercise);
  const later = useDeferredValue(exercise);
  const faults = useMemo(() => faultsOf(later), [later]);
  const { save, remove, isSaving, error: refused } = useSave('exercise');
  const [asking, setAsking] = useState<'take off' | 'leave' | null>(null);
  const navigate = useNavigate();
  const changed = exercise !== own.exercise;
  // What is kept, taken off or given up may be left at once.
  const settled = useRef(false);
  useTitle(exercise.name || 'My exercise');
  const set = (change: Partial<Exercise>) => setExercise({ ...exercise, ...change });
  const keep = async () => {
    const saved = await save({ ...own, exercise }, own.revision > 0 ? own : null);
    if (saved.error) return;
    settled.current = true;
    onDone(saved.data);
  };
  const giveUp = () => {
    settled.current = true;
    onDone();
  };
  const takeOff = async () => {
    const gone = await remove(own);
    setAsking(null);
    if (gone.error) return;
    settled.current = true;
    void navigate('/shelf');
  };
  return {
    exercise,
    later,
    faults,
    refused,
    asking,
    setAsking,
    set,
    changed,
    isUnsaved: () => changed && !settled.current,
    keep,
    giveUp,
    takeOff,
    isSaving,
  };
}

const Checked = ({ faults }: { faults: readonly string[] }) => (
  <div role="status">
    {faults.length === 0 ? (
      <p className="text-bottle">✓ It can be ridden at every letter it offers, on both reins.</p>
    ) : (
      <ul className="space-y-1 rounded-lg bg-slip p-4 font-book text-[15px]">
        {faults.map((fault) => (
          <li key={fault}>{fault}</li>
        ))}
      </ul>
    )}
  </div>
);

/** An exercise of one's own in the form of the shelf, drawn and checked while it is written. */
export function OwnEditor({ own, onDone }: OwnEditorProps) {
  const form = useOwnExercise(own, onDone);
  const { exercise, later, faults, refused, setAsking, set } = form;
  return (
    <Page
      title={exercise.name || 'My exercise'}
      about="Drawn and checked as you write"
      actions={
        <>
          {own.revision > 0 && (
            <Button look="quiet" onClick={() => setAsking('take off')}>
              Take it off the shelf
            </Button>
          )}
          <Button look="quiet" onClick={() => (form.changed ? setAsking('leave') : onDone())}>
            Discard
          </Button>
          <Button disabled={faults.length > 0 || form.isSaving} onClick={() => void form.keep()}>
            Save
          </Button>
        </>
      }
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[26rem_1fr]">
        <form onSubmit={(event) => event.preventDefault()}>
          <What exercise={exercise} onChange={set} />
          <Part title="The ladder">
            <Ladder exercise={exercise} onChange={(rungs) => set({ rungs })} />
          </Part>
          <Part title="Where in a lesson, and what it costs">
            <Place exercise={exercise} onChange={set} />
          </Part>
          <Part title="What must be there before">
            <Before exercise={exercise} onChange={set} />
          </Part>
          <Teaching exercise={exercise} onChange={set} />
        </form>
        <div className="min-w-0 space-y-4 xl:sticky xl:top-4 xl:self-start">
          <Checked faults={faults} />
          <Failed error={refused} />
          <Drawing exercise={later} />
        </div>
      </div>
      <Questions form={form} called={own.exercise.name} />
      <LeaveGuard what={`“${exercise.name || 'your exercise'}”`} unsaved={form.isUnsaved} />
    </Page>
  );
}

interface QuestionsProps {
  form: ReturnType<typeof useOwnExercise>;
  /** As it stands on the shelf. */
  called: string;
}

/** What is asked before something is lost. */
const Questions = ({ form, called }: QuestionsProps) => (
  <>
    <Confirm
      open={form.asking === 'take off'}
      title={`Take “${called}” off the shelf?`}
      yes="Take it off"
      onYes={() => void form.takeOff()}
      onNo={() => form.setAsking(null)}
    >
      Lessons that have it keep their lines. Save your exercises as a file first if you may want it
      back.
    </Confirm>
    <Confirm
      open={form.asking === 'leave'}
      title="Discard your changes?"
      yes="Discard"
      no="Go on writing"
      onYes={form.giveUp}
      onNo={() => form.setAsking(null)}
    >
      What you have changed in “{form.exercise.name}” would be lost.
    </Confirm>
  </>
);

interface FieldsProps {
  exercise: Exercise;
  onChange(change: Partial<Exercise>): void;
}

/** Its name, its lines, and what it is for. */
function What({ exercise, onChange }: FieldsProps) {
  const { name, purpose, template, at, stage, builds, good, leaveWhen } = exercise;
  return (
    <div className="space-y-4 pb-4">
      <Words label="Name" value={name} onChange={(says) => onChange({ name: says })} />
      <Words
        label="What it is for"
        long
        value={purpose}
        onChange={(says) => onChange({ purpose: says })}
      />
      <Words
        label="Shorthand, on the left rein; {at} is its letter"
        long
        mono
        value={template}
        onChange={(text) => onChange({ template: text })}
      />
      <Words
        label="Letters it begins at"
        mono
        value={at.join(' ')}
        onChange={(text) => onChange({ at: lettersIn(text) })}
      />
      <Choice
        label="From stage"
        value={String(stage)}
        options={STAGE_OPTIONS}
        onChange={(n) => onChange({ stage: Number(n) as Exercise['stage'] })}
      />
      <Builds builds={builds} onChange={(to) => onChange({ builds: to })} />
      <Words
        label="What is looked at"
        value={good.measure}
        onChange={(measure) => onChange({ good: { ...good, measure } })}
      />
      <Words
        label="Good from"
        value={good.threshold}
        onChange={(threshold) => onChange({ good: { ...good, threshold } })}
      />
      <Words
        label="When to leave it"
        long
        value={leaveWhen}
        onChange={(says) => onChange({ leaveWhen: says })}
      />
    </div>
  );
}

interface BuildsProps {
  builds: Exercise['builds'];
  onChange(builds: Exercise['builds']): void;
}

const Builds = ({ builds, onChange }: BuildsProps) => (
  <fieldset>
    <legend className="text-[14px] text-soft">Builds, 0 to 5</legend>
    <div className="grid grid-cols-2 gap-x-4 gap-y-1">
      {SCALES.map((scale) => (
        <Count
          key={scale}
          label={scale}
          most={5}
          value={builds[scale] ?? 0}
          onChange={(n) => {
            const { [scale]: _, ...others } = builds;
            onChange(n > 0 ? { ...others, [scale]: n } : others);
          }}
        />
      ))}
    </div>
  </fieldset>
);

/** The part of a lesson it belongs to, its gaits, and its effort. */
function Place({ exercise, onChange }: FieldsProps) {
  const { gaits, phases, checks, equipment, load, collectedS } = exercise;
  return (
    <>
      <Ticks
        label="Part of the lesson"
        all={EXERCISE_PHASES}
        chosen={phases}
        onChange={(chosen) => onChange({ phases: chosen })}
      />
      <Ticks
        label="Gaits"
        all={MOVING_GAITS}
        chosen={gaits}
        onChange={(chosen) => onChange({ gaits: chosen })}
      />
      <Ticks
        label="What of the warm-up it asks"
        all={WARM_UP_CHECKS}
        chosen={checks}
        onChange={(chosen) => onChange({ checks: chosen })}
      />
      <Ticks
        label="To set up"
        all={EQUIPMENT}
        chosen={equipment}
        onChange={(chosen) => onChange({ equipment: chosen })}
      />
      <Count
        label="Effort, 1 to 5"
        most={5}
        value={load}
        onChange={(n) => onChange({ load: Math.max(1, n) })}
      />
      <Count
        label="Collected seconds in a round"
        most={120}
        value={collectedS}
        onChange={(n) => onChange({ collectedS: n })}
      />
    </>
  );
}

const lettersIn = (text: string): string[] =>
  text
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(Boolean);
