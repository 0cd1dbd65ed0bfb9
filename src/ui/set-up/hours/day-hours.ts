import { clockText, readClock } from '../../shared/quantities';

export interface Hours {
  readonly startMin: number;
  readonly endMin: number;
}

/** "08:00–12:00, 13:00–17:00". */
export function hoursText(day: readonly Hours[]): string {
  return day.map((h) => `${clockText(h.startMin)}–${clockText(h.endMin)}`).join(', ');
}

/** Reads what people type for a day: "8-12, 13-17", "22:00–30:00", "off". Null for what cannot be read; an end before its beginning is the next day. */
export function readHours(text: string): Hours[] | null {
  const trimmed = text.trim().toLowerCase();
  if (trimmed === '' || trimmed === 'off') return [];
  const out: Hours[] = [];
  for (const part of trimmed.split(/[,;]/)) {
    const [from, to, more] = part.split(/[–—-]|\bto\b/);
    const [startMin, endMin] = [readClock(from ?? ''), readClock(to ?? '')];
    if (startMin === null || endMin === null || more !== undefined) return null;
    out.push({ startMin, endMin: endMin <= startMin ? endMin + 1440 : endMin });
  }
  return inOrder(out);
}

/** Sorted, with those that touch or overlap brought together. */
export function inOrder(day: readonly Hours[]): Hours[] {
  const out: Hours[] = [];
  for (const h of [...day].sort((a, b) => a.startMin - b.startMin)) {
    const last = out.at(-1);
    if (last && h.startMin <= last.endMin)
      out[out.length - 1] = { startMin: last.startMin, endMin: Math.max(last.endMin, h.endMin) };
    else out.push(h);
  }
  return out;
}

export function hoursOfWeek(week: readonly (readonly Hours[])[]): number {
  return week.flat().reduce((sum, h) => sum + h.endMin - h.startMin, 0) / 60;
}
