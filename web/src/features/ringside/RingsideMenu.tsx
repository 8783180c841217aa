import { useState } from 'react';
import { useNavigate } from 'react-router';
import { EllipsisVertical } from 'lucide-react';
import { tell } from '../../app/notices.ts';
import { setTheme, THEMES, THEME_WORDS, useTheme } from '../../app/theme.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Confirm } from '../../ui/Confirm.tsx';
import { DropMenu, Entry } from '../../ui/DropMenu.tsx';
import { discarded, takenUpAgain, type Teaching } from './ringsideSlice.ts';

/** The menu of the seldom: another paper, or not to have begun. */
export function RingsideMenu({ teaching }: { teaching: Teaching }) {
  const theme = useTheme();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const sessionId = teaching.session.id;
  const entries = (teaching.seen ?? teaching.tries).length;
  const discard = () => {
    const at = new Date().toISOString();
    dispatch(discarded(teaching.session, at));
    tell(`The lesson of ${teaching.horse.name} is discarded.`, () => {
      dispatch(takenUpAgain(teaching, at));
      void navigate(`/ringside/${sessionId}`);
    });
    void navigate('/ringside');
  };
  return (
    <>
      <DropMenu
        button={<EllipsisVertical size={22} aria-hidden />}
        label="More"
        look="glove"
        from="end"
        className="flex h-14 w-14 shrink-0 items-center justify-center rounded-xl border-2 border-line"
      >
        {() => (
          <>
            {THEMES.filter((t) => t !== theme).map((t) => (
              <Entry key={t} look="glove" onClick={() => setTheme(t)}>
                Paper for {THEME_WORDS[t]}
              </Entry>
            ))}
            {teaching.step !== 'done' && (
              <Entry look="glove" onClick={() => (entries > 0 ? setAsking(true) : discard())}>
                Discard this lesson
              </Entry>
            )}
            <Entry look="glove" onClick={() => void navigate('/ringside')}>
              Leave it open, back to the start
            </Entry>
          </>
        )}
      </DropMenu>
      <Confirm
        open={asking}
        title="Discard this lesson?"
        yes="Discard"
        onYes={() => {
          setAsking(false);
          discard();
        }}
        onNo={() => setAsking(false)}
      >
        {entries} {entries === 1 ? 'entry' : 'entries'} of {teaching.horse.name} will not count. You
        can undo it right after.
      </Confirm>
    </>
  );
}
