/** Whether a key goes to something that is written in, or that has the page for itself. */
export const isWriting = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('input, textarea, select, [contenteditable], [role=dialog]') !== null;
