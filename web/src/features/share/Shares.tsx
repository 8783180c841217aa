import { problemOf } from '../../api/problem.ts';
import { shortDate, whenSaid } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { useSharesQuery, useTakeBackMutation } from './shareApi.ts';

/** The links that are good: what each shows, until when, and whether somebody has opened it. */
export function Shares() {
  const { data } = useSharesQuery(undefined, { refetchOnMountOrArgChange: true });
  const [takeBack] = useTakeBackMutation();
  if (!data || data.shares.length === 0) return null;
  return (
    <section>
      <h2 className="mb-2 text-lg">What is shared by a link</h2>
      <ul>
        {data.shares.map(({ id, title, madeBy, expiresAt, openedAt }) => (
          <li
            key={id}
            className="flex min-h-12 flex-wrap items-center gap-x-4 border-b border-dotted border-line py-1"
          >
            <b className="font-book text-[17px]">{title}</b>
            <span className="flex-[1_1_12rem] text-[14px] text-soft">
              {[
                `until ${shortDate(expiresAt.slice(0, 10))}`,
                openedAt ? `last opened ${whenSaid(openedAt)}` : 'not opened yet',
                madeBy && `made by ${madeBy}`,
              ]
                .filter(Boolean)
                .join(' · ')}
            </span>
            <Button
              look="danger"
              aria-label={`Take back the link to ${title}`}
              onClick={() =>
                void takeBack(id).then((answer) =>
                  tell(
                    answer.error ? problemOf(answer.error).detail : 'The link opens nothing now.',
                  ),
                )
              }
            >
              Take back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
