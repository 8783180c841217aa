/* Before the first paint: the paper that was chosen, the tab one is on, no spine where a lesson is taught. */
(() => {
  // Libraries make errors while they are read, in case they throw them; each would have all of its file
  // read again for a stack. The app sets it back (main.tsx).
  Error.stackTraceLimit = 0;
  const page = document.documentElement;
  try {
    page.dataset.theme = localStorage.getItem('canter-book-theme') ?? 'paper';
  } catch {
    page.dataset.theme = 'paper';
  }
  const { pathname } = location;
  if (/^\/ringside\/.+/.test(pathname)) page.dataset.teaching = '';
  addEventListener('DOMContentLoaded', () => {
    const tab = document.querySelector(`#root a[href="/${pathname.split('/')[1]}"]`);
    if (tab) tab.ariaCurrent = 'page';
  });
})();
