import { LONG_ARENA } from '@canter-book/core/arena/arena';
import { REFERENCE, rideOfRow, type Row } from '@canter-book/core/formats/reference';
import { Link } from 'react-router';
import { useTitle } from '../../app/title.ts';
import { Page } from '../../ui/Page.tsx';
import { MiniArena } from '../arena/MiniArena.tsx';
import { KeyLists } from './KeyLists.tsx';

const STEPS: readonly { readonly title: string; readonly says: string; readonly to: string }[] = [
  {
    title: 'Enter a horse',
    says: 'Name, height and stage are enough: strides and limits follow from them.',
    to: '/horses/new',
  },
  {
    title: 'Write a lesson',
    says: 'At the desk, one line per movement: where, then what. Or have one proposed on the horse’s page.',
    to: '/desk',
  },
  {
    title: 'See it ridden',
    says: 'Each line is drawn in your horse’s own strides. Slips say what can’t or shouldn’t be ridden, and offer a way out.',
    to: '/desk',
  },
  {
    title: 'Teach it',
    says: 'At the ringside the phone says what comes next and when to call it. Tap good or lost, and the strides it held.',
    to: '/ringside',
  },
  {
    title: 'Mark it',
    says: 'Six scales, each rein, 0 to 10 in halves. Leave out what you did not work on.',
    to: '/debrief',
  },
  {
    title: 'See what has become of it',
    says: 'Progress shows each scale and rein over time, and what to work on first.',
    to: '/progress',
  },
];

/** How a first lesson goes, the shorthand with its pictures, and the keys. */
export default function Help() {
  useTitle('Help');
  return (
    <Page title="Help" about="Your first lesson, the shorthand, the keys">
      <div className="max-w-[1500px] space-y-10 p-5 md:p-7">
        <section aria-labelledby="first">
          <h2 id="first" className="mb-3 text-xl">
            Your first lesson
          </h2>
          <ol className="grid gap-x-8 gap-y-4 sm:grid-cols-2 xl:grid-cols-3">
            {STEPS.map(({ title, says, to }, i) => (
              <li key={title} className="flex gap-3">
                <span className="font-book text-2xl text-leather" aria-hidden>
                  {i + 1}
                </span>
                <span>
                  <Link to={to} className="font-bold">
                    {title}
                  </Link>
                  <span className="block text-soft">{says}</span>
                </span>
              </li>
            ))}
          </ol>
        </section>
        <section aria-labelledby="shorthand">
          <h2 id="shorthand" className="mb-1 text-xl">
            The shorthand
          </h2>
          <p className="mb-4 max-w-3xl text-soft">
            One line is one movement, written as on a clipboard: where, then what. Capital or small
            letters are alike. The pictures show a left rein, beginning at C.
          </p>
          <div className="gap-8 xl:columns-2">
            {REFERENCE.map(({ title, rows }) => (
              <section key={title} aria-label={title} className="mb-8">
                <h3 className="mb-1 break-after-avoid text-lg">{title}</h3>
                <ul className="divide-y divide-dotted divide-line border-y border-line">
                  {rows.map((row) => (
                    <Written key={row.line} row={row} />
                  ))}
                </ul>
              </section>
            ))}
          </div>
        </section>
        <section aria-labelledby="keys">
          <h2 id="keys" className="mb-3 text-xl">
            The keys
          </h2>
          <div className="grid gap-6 sm:grid-cols-2 xl:grid-cols-4">
            <KeyLists />
          </div>
        </section>
      </div>
    </Page>
  );
}

function Written({ row }: { row: Row }) {
  return (
    <li className="grid break-inside-avoid grid-cols-[minmax(0,1fr)_8.5rem] items-center gap-x-4 py-1.5">
      <span>
        <code className="block font-mono text-[14px] font-bold whitespace-pre-wrap">
          {row.line}
        </code>
        <span className="text-[14px] text-soft">{row.says}</span>
      </span>
      <MiniArena arena={LONG_ARENA} ride={() => rideOfRow(row)} label={`${row.line}, drawn`} />
    </li>
  );
}
