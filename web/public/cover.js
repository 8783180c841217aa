/* Before the first paint: the paper that was chosen, the tab one is on, no spine where a lesson is taught. */
(() => {
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
