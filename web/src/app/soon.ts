/** Does what nothing on the page waits for in a task of its own, so that the page answers before it. */
export const soon = (work: () => void): void => void setTimeout(work);
