import { useState } from 'react';
import Papa from 'papaparse';
import { readMarks, type MarksRead } from '@canter-book/core/formats/marksFile';
import type { RideJudge } from '@canter-book/core/sheet/markedRide';
import type { Sheet as TestSheet } from '@canter-book/core/sheet/sheet';
import { Button } from '../../ui/Button.tsx';
import { FilePick } from '../../ui/FilePick.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

interface MarksFromTableProps {
  sheet: TestSheet;
  onTake(judges: readonly RideJudge[]): void;
}

const countOf = ({ judges }: MarksRead): number =>
  judges.reduce(
    (sum, j) => sum + Object.keys(j.marks).length + Object.keys(j.collectives).length,
    0,
  );

/** Marks that were written elsewhere: looked through first, what cannot be taken is said row by row. */
export function MarksFromTable({ sheet, onTake }: MarksFromTableProps) {
  const [read, setRead] = useState<MarksRead | null>(null);
  const look = async (file: File) => {
    const text = (await file.text()).replace(/^\uFEFF/, '');
    setRead(readMarks(sheet, Papa.parse<string[]>(text, { skipEmptyLines: true }).data));
  };
  const marks = read ? countOf(read) : 0;
  return (
    <>
      <FilePick
        label="Marks as a table"
        accept=".csv,.txt,text/csv"
        onPick={(file) => void look(file)}
      >
        From CSV
      </FilePick>
      <Sheet open={read !== null} title="Marks from a table" onClose={() => setRead(null)}>
        {read && (
          <div className="space-y-3">
            <p>
              {marks === 0
                ? 'No mark of this sheet was found.'
                : `${marks === 1 ? '1 mark' : `${marks} marks`} by ${read.judges.map((j) => j.at).join(', ')}.`}
            </p>
            {read.faults.length > 0 && (
              <div className="text-madder">
                <p>Kept aside:</p>
                <ul className="list-disc pl-5 text-[14px]">
                  {read.faults.slice(0, 20).map(({ row, why }, i) => (
                    <li key={i}>
                      Row {row}: {why}.
                    </li>
                  ))}
                </ul>
              </div>
            )}
            <Button
              disabled={marks === 0}
              onClick={() => {
                onTake(read.judges);
                setRead(null);
              }}
            >
              {marks === 1 ? 'Take 1 mark' : `Take ${marks} marks`}
            </Button>
          </div>
        )}
      </Sheet>
    </>
  );
}
