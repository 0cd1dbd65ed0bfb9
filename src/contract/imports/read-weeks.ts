interface Hours {
  readonly startMin: number;
  readonly endMin: number;
}

const DAYS = ['mo', 'tu', 'we', 'th', 'fr', 'sa', 'su'];

function dayIx(text: string): number {
  return DAYS.indexOf(text.trim().toLowerCase().slice(0, 2));
}

function minuteOf(text: string): number | null {
  const found = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/.exec(text);
  if (!found) return null;
  const [hours, minutes] = [Number(found[1]), Number(found[2] ?? 0)];
  return hours > 48 || minutes > 59 ? null : hours * 60 + minutes;
}

/**
 * Hours of a week as people write them: "Mon-Fri 8-12, 13-17; Sat 8-12", the weeks of a rotation parted by "/". An
 * end before its beginning is on the next day. Null for what cannot be read.
 */
export function readWeeks(text: string): Hours[][][] | null {
  const weeks: Hours[][][] = [];
  for (const part of text.split('/')) {
    const week: Hours[][] = Array.from({ length: 7 }, () => []);
    for (const group of part
      .split(';')
      .map((g) => g.trim())
      .filter(Boolean)) {
      const found = /^([a-z]+)\s*(?:[-–]\s*([a-z]+))?\s*:?\s+(.+)$/i.exec(group);
      const [from, to] = [dayIx(found?.[1] ?? ''), dayIx(found?.[2] ?? found?.[1] ?? '')];
      if (!found || from < 0 || to < from) return null;
      const hours: Hours[] = [];
      for (const stretch of found[3]!.split(',')) {
        const [start, end, more] = stretch.split(/[-–]/);
        const [startMin, endMin] = [minuteOf(start ?? ''), minuteOf(end ?? '')];
        if (startMin === null || endMin === null || more !== undefined) return null;
        hours.push({ startMin, endMin: endMin <= startMin ? endMin + 1440 : endMin });
      }
      for (let d = from; d <= to; d++) week[d]!.push(...hours);
    }
    weeks.push(week.map((day) => day.sort((a, b) => a.startMin - b.startMin)));
  }
  return weeks;
}
