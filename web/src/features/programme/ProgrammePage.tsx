import { useMemo, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import type { Shelf } from '@canter-book/core/exercises/shelf';
import { programmeSvg } from '@canter-book/core/formats/reportSvg';
import { gateSaid } from '@canter-book/core/programme/gate';
import type { Horse, Rider } from '@canter-book/core/book/records';
import type { Wished } from '@canter-book/core/programme/fromBook';
import type { HorseFile } from '@canter-book/core/planner/request';
import { goalSaid, targetsOf } from '@canter-book/core/programme/goal';
import type { Programme } from '@canter-book/core/programme/types';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { unmetSaid } from '@canter-book/core/programme/said';
import { useOwnExercisesQuery } from '../../api/exercises.ts';
import { useHorseQuery, useReadingsQuery } from '../../api/horses.ts';
import { Failed } from '../../api/Failed.tsx';
import { useProgrammesQuery } from '../../api/programmes.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate, today } from '../../app/dates.ts';
import { savePdf } from '../../app/savePdf.ts';
import { tell } from '../../app/notices.ts';
import { useSave } from '../../kept/useSave.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Page } from '../../ui/Page.tsx';
import { GoalForm } from './GoalForm.tsx';
import { Loads } from './Loads.tsx';
import { Outlook } from './Outlook.tsx';
import { Steps } from './Steps.tsx';
import { useKeepWeeks } from './useKeepWeeks.ts';
import { useWeeks } from './useWeeks.ts';
import { WeekDetail } from './WeekDetail.tsx';
import { WeeksBand } from './WeeksBand.tsx';
import { wishedOf } from './keep.ts';
import { ToKeep, BeforeTheFirst, MovedBefore } from './ToKeep.tsx';
import { capital } from '@canter-book/core/words';

const NEW: Wished = {
  goal: { kind: 'keep going' },
  weeks: 12,
  availability: {
    minutes: [45, 45, 45, 45, 45, 45, 45],
    arena: [true, true, true, true, true, true, true],
  },
  themes: [],
  days: [],
};

/** The weeks ahead of a horse: what for, in which order, how much; planned anew after every lesson. */
export default function ProgrammePage() {
  const { id = '' } = useParams();
  const horse = useHorseQuery(id);
  const programmes = useProgrammesQuery({ horseId: id });
  const readings = useReadingsQuery(id);
  const own = useOwnExercisesQuery();
  const { data: riders } = useRidersQuery();
  useTitle(horse.data ? `The weeks of ${horse.data.name}` : 'The weeks ahead');
  if (!horse.data) return <QueryState query={horse} what="horse" />;
  if (!programmes.data) return <QueryState query={programmes} what="programme" />;
  if (!readings.data || !own.data || !riders) return <Loading what="horse" />;
  const [record = null] = programmes.data;
  return (
    <Weeks
      key={`${id} ${record?.id}`}
      horse={horse.data}
      record={record}
      rider={riders.find((r) => r.id === horse.data!.riderIds[0]) ?? null}
    />
  );
}

const NOT_YET = 'A goal, small steps to it, and a gate at the end of each';

interface WeeksProps {
  horse: Horse;
  record: ProgrammeRecord | null;
  rider: Rider | null;
}

function Weeks({ horse, record, rider }: WeeksProps) {
  const { wished, isChanged, change, asSaved } = useWished(record);
  const [begun, setBegun] = useState(record !== null);
  const [chosen, setChosen] = useState<string | null>(null);
  const weeks = useWeeks({ horseId: horse.id, rider, record, wished: begun ? wished : null });
  const { made, isPlanning, failed, file, shelf } = weeks;
  const programme = made?.programme ?? null;
  const goal = programme && file && goalSaid(programme.goal, file, shelf);
  const week = programme?.weeks.find((w) => w.monday === chosen) ?? programme?.weeks[0] ?? null;
  const isFixed = wished.days.length + wished.themes.length > 0;
  return (
    <Page
      title={`The weeks of ${horse.name}`}
      about={programme && goal ? `${capital(goal)}${dateSaid(programme)}` : NOT_YET}
      actions={
        <>
          {record && <EndIt record={record} />}
          {programme && goal && <AsPage {...{ programme, horse, goal, shelf }} />}
          <ButtonLink look="quiet" to={`/horses/${horse.id}`}>
            To the horse
          </ButtonLink>
        </>
      }
    >
      <LeaveGuard unsaved={() => isChanged} what={`the weeks of ${horse.name}`} />
      <div className="grid gap-x-8 gap-y-6 p-5 md:p-7 xl:grid-cols-[17rem_minmax(0,1fr)]">
        <Folding open={!begun}>
          <GoalForm
            {...{ wished, horse, shelf }}
            isNew={!begun}
            onChange={change}
            onBegin={() => setBegun(true)}
          />
        </Folding>
        <div className="min-w-0">
          <UnderWay isPlanning={isPlanning} />
          {failed && (
            <NoWeeks
              failed={failed}
              onRelease={isFixed ? () => change({ days: [], themes: [] }) : null}
            />
          )}
          {!begun && <BeforeTheFirst name={horse.name} />}
          {programme && made && week && !failed && (
            <>
              <MayKeep {...{ horse, record, wished, weeks, isChanged }} onKept={asSaved} />
              <Planned
                {...{ horse, record, wished, programme, shelf, week }}
                file={made.request.horse}
                onChoose={setChosen}
                onChange={change}
              />
            </>
          )}
        </div>
      </div>
    </Page>
  );
}

/** The wishes of a programme: as saved, until they are changed. */
function useWished(record: ProgrammeRecord | null) {
  const saved = useMemo(() => (record ? wishedOf(record) : null), [record]);
  const [changed, setChanged] = useState<Wished | null>(null);
  const wished = changed ?? saved ?? NEW;
  return {
    wished,
    isChanged: changed !== null,
    change: (part: Partial<Wished>) => setChanged({ ...wished, ...part }),
    asSaved: () => setChanged(null),
  };
}

const UnderWay = ({ isPlanning }: { isPlanning: boolean }) => (
  <div role="status">{isPlanning && <p className="mb-4 text-soft">Planning the weeks …</p>}</div>
);

interface MayKeepProps {
  horse: Horse;
  record: ProgrammeRecord | null;
  wished: Wished;
  weeks: ReturnType<typeof useWeeks>;
  /** By hand, and not saved yet. */
  isChanged: boolean;
  /** They are saved, or left as they were. */
  onKept(): void;
}

/** New weeks, moved ones, and those that were changed are kept, or left as they were. */
function MayKeep({ horse, record, wished, weeks, isChanged, onKept }: MayKeepProps) {
  const { keep, isSaving, error } = useKeepWeeks(horse.id, record);
  const { moved } = weeks;
  return (
    <>
      {(!record || moved.length > 0 || isChanged) && (
        <ToKeep
          isNew={!record}
          {...{ moved, isChanged, isSaving }}
          onKeep={() => void keep(wished, weeks).then((isSaved) => isSaved && onKept())}
          onBack={record && isChanged ? onKept : null}
        />
      )}
      <Failed error={error} className="mb-4" />
    </>
  );
}

interface AsPageProps {
  programme: Programme;
  horse: Horse;
  /** In words. */
  goal: string;
  shelf: Shelf;
}

const AsPage = ({ programme, horse, goal, shelf }: AsPageProps) => (
  <Button look="quiet" onClick={() => void asPdf(programme, horse.name, goal, shelf)}>
    As a page (PDF)
  </Button>
);

function EndIt({ record }: { record: ProgrammeRecord }) {
  const { save } = useSave('programme');
  const end = async () => {
    const ended = { ...record, endedOn: today() };
    const { error, data = ended } = await save(ended, record);
    if (!error) tell('The programme has ended.', () => save(record, data));
  };

  return (
    <Button look="quiet" onClick={() => void end()}>
      End it
    </Button>
  );
}

interface NoWeeksProps {
  failed: NonNullable<ReturnType<typeof useWeeks>['failed']>;
  /** Null where nothing was fixed. */
  onRelease: (() => void) | null;
}

/** Why there are no weeks, and what would help. */
const NoWeeks = ({ failed, onRelease }: NoWeeksProps) => (
  <div role="alert" className="mb-5 rounded-lg bg-slip p-4">
    <p>✕ {failed.why}</p>
    <p className="mt-2 flex flex-wrap gap-2">
      {onRelease && (
        <Button look="quiet" onClick={onRelease}>
          Release what I fixed
        </Button>
      )}
    </p>
    <ul className="mt-1 list-inside list-disc text-[14px] text-soft">
      {failed.waysOut.map((way) => (
        <li key={way}>{way}</li>
      ))}
    </ul>
  </div>
);

interface PlannedProps {
  horse: Horse;
  record: ProgrammeRecord | null;
  wished: Wished;
  programme: Programme;
  file: HorseFile;
  shelf: Shelf;
  /** The week that is looked at. */
  week: Programme['weeks'][number];
  onChoose(monday: string): void;
  onChange(part: Partial<Wished>): void;
}

/** The weeks, the one that is looked at, and what they lead to. */
function Planned(props: PlannedProps) {
  const { horse, record, wished, programme, file, shelf, week, onChoose, onChange } = props;
  return (
    <>
      <Outlook programme={programme} />
      {programme.unmet.length > 0 && (
        <ul className="mb-4 space-y-1 rounded-lg bg-slip px-4 py-3 text-[14px]">
          {programme.unmet.map((u) => (
            <li key={u.code + ('scale' in u ? u.scale : '')}>▲ {unmetSaid(u)}</li>
          ))}
        </ul>
      )}
      <WeeksBand
        programme={programme}
        wished={wished}
        chosen={week.monday}
        today={today()}
        onChoose={onChoose}
        onChange={onChange}
      />
      <div className="mt-6 grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <WeekDetail
          key={week.monday}
          week={week}
          step={programme.steps.findLast((s) => s.from <= week.monday) ?? null}
          horseId={horse.id}
          themes={targetsOf(wished.goal, file, shelf).map((t) => t.scale)}
          wished={wished}
          record={record}
          onChange={onChange}
        />
        <Steps steps={programme.steps} shelf={shelf} />
        {record && <Loads record={record} horseId={horse.id} />}
        {record && record.moved.length > 0 && <MovedBefore record={record} />}
      </div>
    </>
  );
}

/** On a narrow page what is wished for stands below the weeks, folded. */
const Folding = ({ open, children }: { open: boolean; children: ReactNode }) => {
  const [isOpen, setOpen] = useState(open);
  return (
    <div className="max-xl:order-last">
      {!open && (
        <Button
          look="quiet"
          className="mb-3 xl:hidden"
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          Goal and days
        </Button>
      )}
      <div className={isOpen || open ? '' : 'max-xl:hidden'}>{children}</div>
    </div>
  );
};

const dateSaid = ({ goal }: Programme): string =>
  goal.kind !== 'keep going' && goal.date ? `, by ${longDate(goal.date)}` : '';

/** The weeks on a page, for the owner and the rider. */
const asPdf = (programme: Programme, horse: string, goal: string, shelf: Shelf) =>
  savePdf(`${horse}-weeks`, `The weeks of ${horse}`, () => [
    programmeSvg({
      horse,
      goal: `${capital(goal)}${dateSaid(programme)}.`,
      weeks: programme.weeks,
      gates: programme.steps.map(({ from, gate }) => ({ from, says: gateSaid(gate, shelf) })),
    }),
  ]);
