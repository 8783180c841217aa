import type { Ride } from '@canter-book/core/ride/types';
import { spoken } from '@canter-book/core/ringside/spoken';
import type { Sheet } from '@canter-book/core/sheet/sheet';
import { clock } from '@canter-book/core/units';
import { MiniArena } from '../arena/MiniArena.tsx';
import { boxRide } from './boxRide.ts';
import { boxName } from './words.ts';

export const CARD_NAMES = {
  learn: 'learning card',
  judge: 'judge’s sheet',
  caller: 'caller’s card',
} as const;
export type CardKind = keyof typeof CARD_NAMES;

interface CardsProps {
  kind: CardKind;
  sheet: Sheet;
  ride: Ride;
}

/** A sheet on paper: to learn from, to write marks on, or to call from. Seen in print only. */
export function Cards({ kind, sheet, ride }: CardsProps) {
  return (
    <div className="print-only p-4 text-ink" data-cards={kind}>
      <h1 className="text-2xl">{sheet.title}</h1>
      <p className="mb-3 text-[13px]">
        {sheet.stage !== null && `Stage ${sheet.stage} · `}
        {ride.arena.widthM} × {ride.arena.lengthM} m · about {clock(sheet.seconds)} min ·{' '}
        {sheet.possible} points
      </p>
      {kind === 'learn' && <LearningCard sheet={sheet} ride={ride} />}
      {kind === 'judge' && <JudgesSheet sheet={sheet} />}
      {kind === 'caller' && <CallersCard sheet={sheet} />}
    </div>
  );
}

const LearningCard = ({ sheet, ride }: Omit<CardsProps, 'kind'>) => (
  <ol className="grid grid-cols-3 gap-3">
    {sheet.boxes.map((box) => (
      <li key={box.number} className="break-inside-avoid">
        <p className="text-[13px] font-bold">
          {box.number} {boxName(box)}
          {box.coefficient > 1 && ` ×${box.coefficient}`}
        </p>
        <MiniArena
          arena={ride.arena}
          ride={() => boxRide(ride, box)}
          atOnce
          label={`Box ${box.number}, drawn`}
        />
        <p className="text-[11.5px] leading-snug">{box.lines.join(' · ')}</p>
      </li>
    ))}
  </ol>
);

const CELL = 'border border-ink px-2 py-1 align-top';

function JudgesSheet({ sheet }: { sheet: Sheet }) {
  const times = (coefficient: number) => (coefficient > 1 ? coefficient : '');
  return (
    <>
      <p className="mb-2 text-[13px]">
        Horse ____________________ Rider ____________________ Judge at ____ Date ____________
      </p>
      <table className="w-full border-collapse text-[12px]">
        <thead>
          <tr>
            {['', 'Movement', 'What is looked for', 'Mark', '×', 'Points', 'Remark'].map((h) => (
              <th key={h} className={`${CELL} text-left`}>
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sheet.boxes.map((box) => (
            <tr key={box.number} className="break-inside-avoid">
              <td className={CELL}>{box.number}</td>
              <td className={CELL}>
                {box.lines.map((line, i) => (
                  <div key={i}>{line}</div>
                ))}
              </td>
              <td className={CELL}>{box.directive}</td>
              <td className={`${CELL} w-14`} />
              <td className={CELL}>{times(box.coefficient)}</td>
              <td className={`${CELL} w-14`} />
              <td className={`${CELL} w-1/4`} />
            </tr>
          ))}
          {sheet.collectives.map(({ name, coefficient }) => (
            <tr key={name} className="break-inside-avoid">
              <td className={CELL} />
              <td className={CELL} colSpan={2}>
                {name}
              </td>
              <td className={CELL} />
              <td className={CELL}>{times(coefficient)}</td>
              <td className={CELL} />
              <td className={CELL} />
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3 text-[13px]">
        Errors: {sheet.errors.costs.map((cost) => `−${cost}`).join(' · ')}
        {sheet.errors.how === 'percent' && ' %'} · then eliminated &nbsp; ____ &nbsp; Total ______
        of {sheet.possible} &nbsp; = ________ %
      </p>
    </>
  );
}

const CallersCard = ({ sheet }: { sheet: Sheet }) => (
  <ol>
    {sheet.boxes.map((box) => (
      <li key={box.number} className="break-inside-avoid border-b border-ink py-2">
        <span className="mr-3 text-[15px]">{box.number}</span>
        <span className="text-[24px] leading-snug font-bold">
          {box.lines.map(spoken).join(' · ')}
        </span>
      </li>
    ))}
  </ol>
);
