import type { DocumentState } from '../../../kept/useDocument.ts';

/** Where the text is now, always visible. */
export function SaveNote({ state }: { state: DocumentState }) {
  const [said, colour] = wordsOf(state);
  return (
    <span role="status" className={`text-[13px] ${colour}`} data-state={state.kind}>
      {said}
    </span>
  );
}

function wordsOf(state: DocumentState): [string, string] {
  switch (state.kind) {
    case 'saved':
      return [`✓ saved, revision ${state.revision}`, 'text-bottle'];
    case 'waiting':
      return ['… not saved yet', 'text-soft'];
    case 'saving':
      return ['… saving', 'text-soft'];
    case 'offline':
      return state.kept
        ? ['⇅ kept on this device; the server does not answer', 'text-ochre']
        : ['▲ not kept: the server does not answer. Leave this page open', 'text-madder'];
    case 'refused':
      return [`✕ not stored: ${state.why}`, 'text-madder'];
    case 'conflict':
      return ['▲ saved elsewhere too: choose', 'text-madder'];
  }
}
