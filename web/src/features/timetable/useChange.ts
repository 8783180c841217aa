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
import { useRemoveAppointmentMutation, useSaveAppointmentMutation } from '../../api/timetable.ts';
import { newId } from '../../app/newId.ts';
import { longDate } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';

type Outcome = Promise<boolean>;

/** What can be done to an appointment; each is told and can be taken back. */
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
  readonly was: Appointment | null;
  readonly is: Appointment | null;
}

const ALL_LATER = 'Later ones too';

type Put = ReturnType<typeof useSaveAppointmentMutation>[0];
type Drop = ReturnType<typeof useRemoveAppointmentMutation>[0];

export function useChange(): Change {
  const [put] = useSaveAppointmentMutation();
  const [drop] = useRemoveAppointmentMutation();
  return useMemo(() => changeBy(put, drop), [put, drop]);
}

/**
 * Stores what is new, in order; what was there before comes back when it is undone.
 * @param all the same for all later ones, from the state before; the appointment has the revision it has by then
 */
const storing =
  (put: Put, drop: Drop) =>
  async (
    changed: readonly Stored[],
    said: string,
    all: ((was: Appointment) => Outcome) | null = null,
  ): Outcome => {
    const done: Stored[] = [];
    for (const { was, is } of changed) {
      const answer = is ? await put(is) : await drop(was!.id);
      if (answer.error) {
        tell(`Not changed: ${problemOf(answer.error).detail}`);
        return false;
      }
      done.push({ was, is: is && (answer.data as Appointment) });
    }
    const undo = async () => {
      for (const { was, is } of done.toReversed()) {
        if (!was) await drop(is!.id);
        else await put({ ...was, revision: is?.revision ?? 0 });
      }
    };
    const [first] = done;
    const further = all &&
      first?.was &&
      first.is && {
        label: ALL_LATER,
        run: () => all({ ...first.was!, revision: first.is!.revision }),
      };
    tell(said, undo, further);
    return true;
  };

function changeBy(put: Put, drop: Drop): Change {
  const store = storing(put, drop);
  const change: Change = {
    save: (is, said) => store([{ was: null, is }], said),
    moveOnce(o, to, said) {
      const was = o.appointment;
      const all = (appointment: Appointment) =>
        change.changeFrom(
          { ...o, appointment },
          to,
          {},
          `${said.replace(/\.$/, '')}, and all later ones.`,
        );
      return store([{ was, is: moveOnce(was, o.named, to) }], said, was.repeat && all);
    },
    changeFrom(o, to, more, said) {
      const was = o.appointment;
      if (!was.repeat) return store([{ was, is: { ...was, ...to, ...more } }], said);
      const { before, after } = moveFrom(was, o.named, to, newId());
      const is = { ...after, ...more };
      if (!before) return store([{ was, is }], said);
      return store(
        [
          { was, is: before },
          { was: null, is },
        ],
        said,
      );
    },
    cancelOnce(o, called, why) {
      const was = o.appointment;
      return store(
        [{ was, is: cancelOnce(was, o.named, why) }],
        `${called}: cancelled on ${longDate(o.date)}.`,
        was.repeat && ((appointment) => change.end({ ...o, appointment }, called)),
      );
    },
    hold: (o) =>
      store(
        [{ was: o.appointment, is: holdAfterAll(o.appointment, o.named) }],
        'The lesson is back in the timetable.',
      ),
    end: (o, called) =>
      store(
        [{ was: o.appointment, is: endBefore(o.appointment, o.named) }],
        o.appointment.repeat
          ? `${called}: no more from ${longDate(o.date)}.`
          : `${called}: deleted.`,
      ),
  };
  return change;
}
