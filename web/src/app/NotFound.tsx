import { Link } from 'react-router';
import { Empty } from '../ui/Empty.tsx';
import { useTitle } from './title.ts';

interface NotFoundProps {
  what?: string;
  /** Where it is not the book that does not have it. */
  title?: string;
}

export function NotFound({
  what = 'page',
  title = `There is no such ${what} in the book.`,
}: NotFoundProps) {
  useTitle('Not found');
  return (
    <div className="mx-auto max-w-xl p-8">
      <Empty title={title}>
        <p>It may have been removed, or the address may be mistyped.</p>
        <Link to="/" className="text-leather underline">
          Go to Today
        </Link>
      </Empty>
    </div>
  );
}
