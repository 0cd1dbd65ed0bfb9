import type { FieldReport } from '@/contract/day/reports';

/** So much of what waits goes at once, characters: photos are large. */
const MOST_AT_ONCE = 400_000;
/** As many as are taken at once. */
const MOST_REPORTS = 200;

/** The first of what waits, as much as may go at once. */
export function sendable(list: readonly FieldReport[], most = MOST_AT_ONCE): FieldReport[] {
  const out: FieldReport[] = [];
  let length = 0;
  for (const report of list) {
    length += JSON.stringify(report).length;
    if (out.length > 0 && (length > most || out.length === MOST_REPORTS)) break;
    out.push(report);
  }
  return out;
}
