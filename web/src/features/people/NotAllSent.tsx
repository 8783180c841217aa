import { today } from '../../app/dates.ts';
import { saveFile } from '../../app/files.ts';
import { tell } from '../../app/notices.ts';
import { useBookStore } from '../../app/store.ts';
import { counted } from '../../app/words.ts';
import type { KeptRecord } from '../../kept/keptSlice.ts';
import { useWaiting } from '../../kept/useWaiting.ts';
import { takeWaitingFile, waitingFile } from '../../kept/waitingFile.ts';
import { saidOf } from '../../kept/words.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { FilePick } from '../../ui/FilePick.tsx';

/** Whether a record is named: observations are many, and counted. */
const isNamed = ({ kind }: KeptRecord): boolean => kind !== 'observation';
const MOST_NAMED = 5;

interface NotAllSentProps {
  open: boolean;
  onLeave(): void;
  onStay(): void;
}

/** Asked before somebody signs out with something waiting: send it, keep it as a file, stay, or go. */
export function NotAllSent({ open, onLeave, onStay }: NotAllSentProps) {
  const { waiting, count } = useWaiting();
  const store = useBookStore();
  const named = [...new Set(waiting.filter(isNamed).map((record) => saidOf(record).said))];
  const sendNow = () => {
    onStay();
    void store.outbox.flush();
  };
  const asFile = () => {
    const file = new Blob([waitingFile(store)], { type: 'application/json' });
    saveFile(`waiting for the book ${today()}.json`, file);
  };
  return (
    <Confirm
      open={open}
      title="Not everything was sent"
      yes="Sign out all the same"
      no="Stay"
      onYes={onLeave}
      onNo={onStay}
    >
      {counted(count, 'thing')} you entered did not reach the book yet
      {named.length > 0 && ` (${named.slice(0, MOST_NAMED).join(', ')})`}. Signing out deletes what
      is on this device: send it first, or keep it as a file, which this page opens again.
      <p className="mt-3 flex flex-wrap gap-2">
        <Button look="quiet" onClick={sendNow}>
          Send now
        </Button>
        <Button look="quiet" onClick={asFile}>
          Keep as a file
        </Button>
      </p>
    </Confirm>
  );
}

/** Takes up again what was kept as a file. */
export function WaitingFilePick() {
  const store = useBookStore();
  const open = async (file: File) => {
    const taken = takeWaitingFile(store, await file.text());
    tell(
      taken === null
        ? 'This is not a file of what waited for the book. Choose one that was kept on signing out.'
        : `${counted(taken, 'thing')} taken up again, to be sent.`,
    );
  };
  return (
    <FilePick
      label="What waited for the book, as a file"
      accept=".json,application/json"
      onPick={(file) => void open(file)}
    >
      Open what was kept as a file
    </FilePick>
  );
}
