let touchedAt = -1;

// A page that goes to a place by itself must not do so under somebody's finger.
for (const type of ['pointerdown', 'keydown', 'wheel']) {
  window.addEventListener(type, () => (touchedAt = performance.now()), {
    capture: true,
    passive: true,
  });
}

/** Whether somebody has pressed, typed or scrolled since a moment of `performance.now()`. */
export const touchedSince = (moment: number): boolean => touchedAt > moment;
