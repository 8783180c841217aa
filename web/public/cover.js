/* Before the first paint: the paper that was chosen, the tab one is on and the heading of its page, no spine where a lesson is taught. */
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
  const { pathname, search } = location;
  if (/^\/ringside\/.+/.test(pathname)) page.dataset.teaching = '';

  // As in core/daysSaid.ts: the browser’s own words take longer to load than the cover to paint.
  const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
  const MONTHS = [
    ...['January', 'February', 'March', 'April', 'May', 'June'],
    ...['July', 'August', 'September', 'October', 'November', 'December'],
  ];
  const now = new Date();
  const day = `${DAYS[now.getDay()]}, ${now.getDate()} ${MONTHS[now.getMonth()]}`;

  // The page is read; the scripts of the app are not, and would be waited for by DOMContentLoaded.
  const fill = () => {
    const tab = document.querySelector(`#root a[href="/${pathname.split('/')[1]}"]`);
    if (!tab) return;
    tab.ariaCurrent = 'page';
    // Another day, a week or a month says itself what it is.
    if (tab.pathname !== pathname || (pathname === '/' && search !== '')) return;
    document.querySelector('#root h1').textContent = tab.dataset.heading || day;
  };
  document.addEventListener('readystatechange', fill, { once: true });

  // Where the scripts do not come the cover says so, with the way on.
  const SLOW_MS = 20_000;
  setTimeout(() => {
    const said = document.querySelector('#root .cover p');
    if (!said) return;
    const again = Object.assign(document.createElement('a'), {
      href: '',
      className: 'font-bold text-leather underline',
      textContent: 'Try again',
    });
    said.replaceChildren('The book is slow to open. Check the connection. ', again);
    said.role = 'status';
  }, SLOW_MS);
})();
