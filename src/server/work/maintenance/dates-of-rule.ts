import ICAL from 'ical.js';

/** No rule is followed further than this; more than anybody plans ahead. */
const MOST = 20_000;

const two = (n: number): string => String(n).padStart(2, '0');

/**
 * The days of a recurrence rule (RFC 5545 §3.3.10) that begins on a day, within a range, both ends included. The first day counts only
 * where the rule itself names it.
 */
export function datesOfRule(rule: string, startsOn: string, firstDate: string, lastDate: string): string[] {
  const recur = ICAL.Recur.fromString(rule);
  const each = recur.iterator(ICAL.Time.fromDateString(startsOn));
  const out: string[] = [];
  for (let n = 0; n < MOST; n++) {
    const next = each.next();
    if (!next) break;
    const date = `${next.year}-${two(next.month)}-${two(next.day)}`;
    if (date > lastDate) break;
    if (date >= firstDate) out.push(date);
  }
  return out;
}

/** Whether a rule can be read at all. */
export function isRule(rule: string): boolean {
  try {
    ICAL.Recur.fromString(rule).iterator(ICAL.Time.fromDateString('2026-01-01')).next();
    return true;
  } catch {
    return false;
  }
}
