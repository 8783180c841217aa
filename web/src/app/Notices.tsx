import { putAway, useNotice } from './notices.ts';

/** The last action with Undo: at the foot of the page, or above the thumbs. */
export function Notices({ above }: { above: boolean }) {
  const notice = useNotice();
  return (
    <div
      role="status"
      className={`pointer-events-none fixed inset-x-0 z-40 ${above ? 'top-16' : 'bottom-20 md:bottom-6'}`}
    >
      {notice && (
        <p className="pointer-events-auto mx-auto flex w-fit max-w-[92vw] items-center gap-1 rounded-lg md:gap-4 bg-ink py-2 pr-2 pl-5 text-paper shadow-xl">
          {notice.said}
          {notice.undo && <Answer onGive={notice.undo}>Undo</Answer>}
          {notice.further && (
            <Answer onGive={() => notice.further?.run()}>{notice.further.label}</Answer>
          )}
          <button
            type="button"
            aria-label="Dismiss"
            className="min-h-11 px-3"
            onClick={() => putAway()}
          >
            ✕
          </button>
        </p>
      )}
    </div>
  );
}

const Answer = ({ children, onGive }: { children: string; onGive(): unknown }) => (
  <button
    type="button"
    className="min-h-11 px-2 font-bold whitespace-nowrap underline md:px-3"
    onClick={() => {
      // What it does may tell something of its own.
      putAway();
      void onGive();
    }}
  >
    {children}
  </button>
);
