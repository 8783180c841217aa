import { Link } from 'react-router';
import { Sheet } from '../../../ui/Sheet.tsx';
import { KeyLists } from '../../help/KeyLists.tsx';

export function HelpSheet({ open, onClose }: { open: boolean; onClose(): void }) {
  return (
    <Sheet open={open} title="Keys" onClose={onClose}>
      <div className="grid gap-5 sm:grid-cols-2">
        <KeyLists />
      </div>
      <p className="mt-5 text-[14px] text-soft">
        One line of text is one movement: the letter first, then what is ridden there. “C circle
        left 20 x2, stretch -- let the neck go”.{' '}
        <Link to="/help">The whole shorthand, with pictures</Link>
      </p>
    </Sheet>
  );
}
