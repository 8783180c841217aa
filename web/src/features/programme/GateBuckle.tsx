import type { GateState } from '@canter-book/core/programme/gate';

const WORDS: Readonly<Record<GateState, string>> = {
  open: 'gate open',
  nearly: 'gate nearly open',
  'not yet': 'gate not open yet',
};

/** A gate as the buckle at the end of its strap: open, nearly, not yet. */
export const GateBuckle = ({ state }: { state: GateState }) => (
  <svg role="img" aria-label={WORDS[state]} viewBox="0 0 24 24" className="h-6 w-6">
    <title>{WORDS[state]}</title>
    <rect
      x="4"
      y="3"
      width="16"
      height="18"
      rx="4"
      fill="none"
      strokeWidth="2.6"
      stroke={state === 'open' ? 'var(--bottle)' : 'var(--leather)'}
      strokeDasharray={state === 'not yet' ? '3 2.4' : 'none'}
    />
    {state === 'open' ? (
      <path d="M8 12.5l3 3 5.5-7" fill="none" stroke="var(--bottle)" strokeWidth="2.6" />
    ) : (
      <path
        d={state === 'nearly' ? 'M4 12h12' : 'M4 12h6'}
        stroke="var(--leather)"
        strokeWidth="2.6"
      />
    )}
  </svg>
);
