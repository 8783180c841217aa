import { useMemo } from 'react';
import type { Appointment } from '@canter-book/core/calendar/appointment';
import {
  cancelOnce,
  endBefore,
  holdAfterAll,
  moveFrom,
  moveOnce,
  type TimeAndArena,
} from '@canter-book/core/calendar/changes';
import type { Occurrence } from '@canter-book/core/calendar/occurrences';
import { problemOf } from '../../api/problem.ts';
import { newId } from '../../app/newId.ts';
import { longDate } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useSave, type Remove, type Save } from '../../kept/useSave.ts';

type Outcome = Promise<boolean>;

/** The acts on an appointment; each is told and can be taken back. */
export interface Change {
  save(appointment: Appointment, said: string): Outcome;
  /** On this day; what is told offers the same for all later ones. */
  moveOnce(o: Occurrence, to: TimeAndArena, said: string): Outcome;
  /** From this day on, with whatever else is different. */
  changeFrom(o: Occurrence, to: TimeAndArena, more: Partial<Appointment>, said: string): Outcome;
  /** On this day; what is told offers the same for all later ones. */
  cancelOnce(o: Occurrence, called: string, why: string): Outcome;
  hold(o: Occurrence): Outcome;
  /** From this day on there are none; one that comes once is deleted. */
  end(o: Occurrence, called: string): Outcome;
}

interface Stored {
  /** The state it is undone to. */
  readonly was: Appointment | null;
  readonly is: Appointment | null;
  /** The state it takes the place of, where that is another. */
  readonly stands?: Appointment;
}

const ALL_LATER = 'Later ones too';

/** The same for all later ones: what is stored for it, from the state before, and what is told. */
interface AllLater {
  readonly stored: readonly Stored[];
  readonly said: string;
}

export function useChange(): Change {
  const { save, remove } = useSave('appointment');
  return useMemo(() => changeBy(save, remove), [save, remove]);
}

/** Stores what is new, in order; what was there before comes back when it is undone. */
const storing = (save: Save<Appointment>, remove: Remove<Appointment>) =>
  async function store(
    changed: readonly Stored[],
    said: string,
    all: AllLater | null = null,
  ): Outcome {
    const done: Stored[] = [];
    for (const { was, is, stands = was } of changed) {
      const answer = is ? await save(is, stands) : await remove(was!);
      if (answer.error) {
        tell(`Not changed: ${problemOf(answer.error).detail}`);
        return false;
      }
      done.push({ was, is: answer.data ?? null });
    }
    const undo = async () => {
      for (const { was, is } of done.toReversed()) await (was ? save(was, is) : remove(is!));
    };
    const stands = done[0]?.is;
    const further = all &&
      stands && {
        label: ALL_LATER,
        // In place of what was done for the one day.
        run: () =>
          store(
            all.stored.map((one) => (one.was ? { ...one, stands } : one)),
            all.said,
          ),
      };
    tell(said, undo, further);
    return true;
  };

function changedFrom(
  o: Occurrence,
  to: TimeAndArena,
  more: Partial<Appointment>,
): readonly Stored[] {
  const was = o.appointment;
  if (!was.repeat) return [{ was, is: { ...was, ...to, ...more } }];
  const { before, after } = moveFrom(was, o.named, to, newId());
  const is = { ...after, ...more };
  return before
    ? [
        { was, is: before },
        { was: null, is },
      ]
    : [{ was, is }];
}

const endedFrom = (o: Occurrence): readonly Stored[] => [
  { was: o.appointment, is: endBefore(o.appointment, o.named) },
];

function changeBy(save: Save<Appointment>, remove: Remove<Appointment>): Change {
  const store = storing(save, remove);
  const noMore = (o: Occurrence, called: string) => `${called}: no more from ${longDate(o.date)}.`;
  return {
    save: (is, said) => store([{ was: null, is }], said),
    moveOnce(o, to, said) {
      const was = o.appointment;
      return store(
        [{ was, is: moveOnce(was, o.named, to) }],
        said,
        was.repeat && {
          stored: changedFrom(o, to, {}),
          said: `${said.replace(/\.$/, '')}, and all later ones.`,
        },
      );
    },
    changeFrom: (o, to, more, said) => store(changedFrom(o, to, more), said),
    cancelOnce(o, called, why) {
      const was = o.appointment;
      return store(
        [{ was, is: cancelOnce(was, o.named, why) }],
        `${called}: cancelled on ${longDate(o.date)}.`,
        was.repeat && { stored: endedFrom(o), said: noMore(o, called) },
      );
    },
    hold: (o) =>
      store(
        [{ was: o.appointment, is: holdAfterAll(o.appointment, o.named) }],
        'The lesson is back in the timetable.',
      ),
    end: (o, called) =>
      store(endedFrom(o), o.appointment.repeat ? noMore(o, called) : `${called}: deleted.`),
  };
}
