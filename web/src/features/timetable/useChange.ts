import type { Appointment } from '@canter-book/core/calendar/appointment';
import {
  cancelOnce,
  endBefore,
  holdAfterAll,
  moveFrom,
  moveOnce,
  type Place,
} from '@canter-book/core/calendar/changes';
import type { Occurrence } from '@canter-book/core/calendar/occurrences';
import {
  problemOf,
  useRemoveAppointmentMutation,
  useSaveAppointmentMutation,
} from '../../api/api.ts';
import { newId } from '../../app/newId.ts';
import { tell } from '../../app/notices.ts';

type Outcome = Promise<boolean>;

/** What can be done to an appointment; each is told and can be taken back. */
export interface Change {
  save(appointment: Appointment, said: string): Outcome;
  moveOnce(o: Occurrence, to: Place, said: string): Outcome;
  /** From this day on, with whatever else is different. */
  changeFrom(o: Occurrence, to: Place, more: Partial<Appointment>, said: string): Outcome;
  cancelOnce(o: Occurrence, why: string, said: string): Outcome;
  hold(o: Occurrence): Outcome;
  /** From this day on there are none. */
  end(o: Occurrence, said: string): Outcome;
}

export function useChange(): Change {
  const [put] = useSaveAppointmentMutation();
  const [drop] = useRemoveAppointmentMutation();

  /** Stores what is new, in order; what was there before comes back when it is undone. */
  async function store(
    changed: readonly { was: Appointment | null; is: Appointment | null }[],
    said: string,
  ): Outcome {
    const done: { was: Appointment | null; is: Appointment | null }[] = [];
    for (const { was, is } of changed) {
      const answer = is ? await put(is) : await drop(was!.id);
      if (answer.error) {
        tell(`Not changed: ${problemOf(answer.error).detail}`);
        return false;
      }
      done.push({ was, is: is && (answer.data as Appointment) });
    }
    tell(said, async () => {
      for (const { was, is } of done.toReversed()) {
        if (!was) await drop(is!.id);
        else await put({ ...was, revision: is?.revision ?? 0 });
      }
    });
    return true;
  }

  return {
    save: (is, said) => store([{ was: null, is }], said),
    moveOnce: (o, to, said) => {
      const was = o.appointment;
      return store([{ was, is: moveOnce(was, o.named, to) }], said);
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
    cancelOnce: (o, why, said) =>
      store([{ was: o.appointment, is: cancelOnce(o.appointment, o.named, why) }], said),
    hold: (o) =>
      store(
        [{ was: o.appointment, is: holdAfterAll(o.appointment, o.named) }],
        'The lesson is back in the timetable.',
      ),
    end: (o, said) => store([{ was: o.appointment, is: endBefore(o.appointment, o.named) }], said),
  };
}
