import { putAway, useNotice } from './notices.ts';

/** What was just done, with Undo: at the foot of the page, or above where the thumbs are. */
export function Notices({ above }: { above: boolean }) {
  const notice = useNotice();
  return (
    <div
      role="status"
      className={`pointer-events-none fixed inset-x-0 z-40 ${above ? 'top-16' : 'bottom-20 md:bottom-6'}`}
    >
      {notice && (
        <p className="pointer-events-auto mx-auto flex w-fit max-w-[92vw] items-center gap-4 rounded-lg bg-ink py-2 pr-2 pl-5 text-paper shadow-xl">
          {notice.said}
          {notice.undo && (
            <button
              type="button"
              className="min-h-11 px-3 font-bold underline"
              onClick={() => {
                void notice.undo?.();
                putAway();
              }}
            >
              Undo
            </button>
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
