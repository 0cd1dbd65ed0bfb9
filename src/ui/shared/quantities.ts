/** "45 min", "1 h 20", "2 h". */
export function spanText(minutes: number): string {
  if (minutes < 60) return `${minutes} min`;
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  return m === 0 ? `${h} h` : `${h} h ${String(m).padStart(2, '0')}`;
}

/** "08:00"; past midnight counts on, so that a night shift ends at 30:00. */
export function clockText(minutes: number): string {
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
}

/** Minutes past midnight of "8", "8:30", "0830" or "08.30"; null for anything else. */
export function readClock(text: string): number | null {
  const found = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*$/.exec(text);
  if (!found) return null;
  const [hours, minutes] = [Number(found[1]), Number(found[2] ?? 0)];
  return hours > 48 || minutes > 59 || hours * 60 + minutes > 2880 ? null : hours * 60 + minutes;
}
