/** "6 h 40 min". */
export function timeSaid(minutes: number): string {
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  return [h > 0 && `${h} h`, (m > 0 || h === 0) && `${m} min`].filter(Boolean).join(' ');
}
