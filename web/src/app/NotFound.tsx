import { Link } from 'react-router';
import { Empty } from '../ui/Empty.tsx';
import { useTitle } from './title.ts';

export function NotFound({ what = 'page' }: { what?: string }) {
  useTitle('Not found');
  return (
    <div className="mx-auto max-w-xl p-8">
      <Empty title={`There is no such ${what} in the book.`}>
        <p>It may have been removed, or the address has a slip in it.</p>
        <Link to="/" className="text-leather underline">
          Go to Today
        </Link>
      </Empty>
    </div>
  );
}
