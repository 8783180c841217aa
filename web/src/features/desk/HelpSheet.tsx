import { Link } from 'react-router';
import { Sheet } from '../../ui/Sheet.tsx';
import { KEYS } from '../help/keys.ts';

export function HelpSheet({ open, onClose }: { open: boolean; onClose(): void }) {
  return (
    <Sheet open={open} title="Keys" onClose={onClose}>
      <div className="grid gap-5 sm:grid-cols-2">
        {KEYS.map(([where, keys]) => (
          <section key={where}>
            <h3 className="mb-1.5">{where}</h3>
            <dl className="space-y-1 text-[14px]">
              {keys.map(([key, what]) => (
                <div key={key} className="flex flex-wrap gap-x-3">
                  <dt className="font-mono text-[13px] font-bold">{key}</dt>
                  <dd className="text-soft">{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      <p className="mt-5 text-[14px] text-soft">
        One line of text is one movement: the letter first, then what is ridden there. “C circle
        left 20 x2, stretch -- let the neck go”.{' '}
        <Link to="/help">The whole shorthand, with pictures</Link>
      </p>
    </Sheet>
  );
}
