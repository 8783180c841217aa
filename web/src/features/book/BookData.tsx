import { useTitle } from '../../app/title.ts';
import { headingOf } from '../../app/spine.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Page } from '../../ui/Page.tsx';
import { useMeQuery } from '../phones/phonesApi.ts';
import { Shares } from '../share/Shares.tsx';
import { BookFile } from './BookFile.tsx';
import { Copies } from './Copies.tsx';
import { Imports } from './Imports.tsx';
import { ReadingsTable } from './ReadingsTable.tsx';
import { SessionsTable } from './SessionsTable.tsx';

/** The book as a whole: out to a file, in from one, and sessions and readings in from tables. */
export default function BookData() {
  useTitle('The book');
  const { data: me } = useMeQuery();
  if (me && me.role !== 'owner') {
    return (
      <Page title={headingOf('/book')} about={`Opened by ${me.person}`}>
        <div className="max-w-5xl space-y-9 p-5 md:p-7">
          <p className="max-w-xl">
            The whole book is exported, checked and imported on its own machine, not from a phone.
          </p>
          <Shares />
        </div>
      </Page>
    );
  }
  return (
    <Page
      title={headingOf('/book')}
      about="What is in it belongs to you: export it, check a backup, import tables"
      actions={
        <ButtonLink look="quiet" to="/phones">
          People and phones
        </ButtonLink>
      }
    >
      <div className="max-w-[1500px] space-y-10 p-5 md:p-7">
        <BookFile />
        <Copies />
        <SessionsTable />
        <ReadingsTable />
        <Imports />
      </div>
    </Page>
  );
}
