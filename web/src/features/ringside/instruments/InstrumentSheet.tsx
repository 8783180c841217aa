import { useState } from 'react';
import { X } from 'lucide-react';
import { REINS } from '@canter-book/core/arena/rein';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import type { Values } from '@canter-book/core/observations/kind';
import type { Observation } from '@canter-book/core/observations/observation';
import { newId } from '../../../app/newId.ts';
import { Segments } from '../../../ui/Choose.tsx';
import { reinSaid } from '../../../ui/ReinMark.tsx';
import { OverPage, Title } from '../../../ui/OverPage.tsx';
import { EntryField } from './EntryField.tsx';
import {
  FREE_NOTE,
  GROUPS,
  INSTRUMENTS,
  observationFrom,
  type AnInstrument,
  type Place,
} from './instruments.ts';

interface InstrumentSheetProps {
  sessionId: string;
  place: Place;
  onKeep(observation: Observation): void;
  onClose(): void;
}

/** All that can be noted, under the thumb: choose what, answer with big buttons, keep. */
export function InstrumentSheet({ sessionId, place, onKeep, onClose }: InstrumentSheetProps) {
  const [chosen, setChosen] = useState<AnInstrument | null>(null);
  return (
    <OverPage
      open
      at="foot"
      onClose={() => (chosen ? setChosen(null) : onClose())}
      className="mx-auto flex max-h-[94dvh] w-full max-w-[520px] flex-col rounded-t-3xl bg-page landscape-phone:max-w-[800px]"
    >
      <header className="flex items-center gap-2 border-b-2 border-line px-4 py-1">
        <Title className="flex-1 text-xl">{chosen ? chosen.name : 'Note what you see'}</Title>
        <button
          type="button"
          aria-label={chosen ? 'Back to the choice' : 'Close'}
          className="flex h-14 w-14 items-center justify-center"
          onClick={() => (chosen ? setChosen(null) : onClose())}
        >
          <X size={26} aria-hidden />
        </button>
      </header>
      <div className="overflow-auto p-4">
        {chosen ? (
          <Open
            instrument={chosen}
            sessionId={sessionId}
            place={place}
            onKeep={(observation) => {
              onKeep(observation);
              onClose();
            }}
          />
        ) : (
          <AllInstruments onChoose={setChosen} />
        )}
      </div>
    </OverPage>
  );
}

const AllInstruments = ({ onChoose }: { onChoose(instrument: AnInstrument): void }) => (
  <>
    <button
      type="button"
      className="min-h-16 w-full rounded-2xl bg-leather px-2 text-[18px] font-bold text-on-leather"
      onClick={() => onChoose(FREE_NOTE)}
    >
      {FREE_NOTE.name}
    </button>
    {GROUPS.map(({ group, words }) => (
      <section key={group} aria-label={words} className="mt-3">
        <h3 className="mb-1.5 text-[15px] text-soft">{words}</h3>
        <div className="grid grid-cols-3 gap-2 landscape-phone:grid-cols-5">
          {INSTRUMENTS.filter((i) => i.group === group).map((instrument) => (
            <button
              key={instrument.name}
              type="button"
              className="min-h-14 rounded-2xl border-[3px] border-ink px-1.5 text-[15px] leading-tight font-bold"
              onClick={() => onChoose(instrument)}
            >
              {instrument.name}
            </button>
          ))}
        </div>
      </section>
    ))}
  </>
);

interface OpenProps {
  instrument: AnInstrument;
  sessionId: string;
  place: Place;
  onKeep(observation: Observation): void;
}

function Open({ instrument, sessionId, place, onKeep }: OpenProps) {
  const [where, setWhere] = useState(place);
  const [values, setValues] = useState<Values>(() => startOf(instrument));
  const base = { id: newId(), sessionId, at: new Date().toISOString() };
  const made = observationFrom(instrument, values, where, base);
  return (
    <div className="flex flex-col gap-4">
      {instrument.place !== 'none' && (
        <div className="grid grid-cols-2 gap-2.5">
          <Segments
            look="glove"
            label="rein"
            all={REINS}
            said={reinSaid}
            chosen={where.rein}
            onChange={(rein) => setWhere({ ...where, rein })}
          />
          {instrument.place !== 'rein' && (
            <Segments
              look="glove"
              label="gait"
              all={MOVING_GAITS}
              chosen={where.gait}
              onChange={(gait) => setWhere({ ...where, gait })}
            />
          )}
        </div>
      )}
      {instrument.entries.map((entry) => (
        <EntryField
          key={entry.name}
          entry={entry}
          value={values[entry.name]}
          onChange={(value) => setValues((now) => ({ ...now, [entry.name]: value }))}
        />
      ))}
      <button
        type="button"
        disabled={!made}
        className="min-h-16 rounded-2xl bg-leather text-xl font-bold text-on-leather disabled:opacity-40"
        onClick={() => made && onKeep(made)}
      >
        Save
      </button>
    </div>
  );
}

/** Halves and numbers begin at a usual value; the rest is asked. */
const startOf = ({ entries }: AnInstrument): Values =>
  Object.fromEntries(
    entries.flatMap((entry) =>
      entry.kind === 'half' || entry.kind === 'number' ? [[entry.name, entry.from]] : [],
    ),
  );
