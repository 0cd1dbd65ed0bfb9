import { type Shift, type WorkLimit, weekdayOf } from '@/core/index';
import type { PlanDayRow } from '@/db/repositories/plan/plans';
import type { Stored } from '@/db/repositories/shared/schedule';
import type { WeekRule } from './playbook/shift-rules';

const WEEK_SEC = 7 * 86_400;

function shifted(date: string, days: number): string {
  const at = new Date(`${date}T00:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
}

/** From when to when the weeks run that some days belong to. */
export function weeksAround(firstDate: string, lastDate: string): { firstDate: string; lastDate: string } {
  return {
    firstDate: shifted(firstDate, 1 - weekdayOf(firstDate)),
    lastDate: shifted(lastDate, 7 - weekdayOf(lastDate)),
  };
}

/** Work of a day as it is driven; breaks count as work unless they are known not to. */
function workSec(day: PlanDayRow, unpaidBreakSec: number): number {
  return Math.max(0, day.arriveAt - day.departAt - day.breakAts.length * unpaidBreakSec);
}

function leastOf(a: number | null, b: number | null): number | null {
  return a === null ? b : b === null ? a : Math.min(a, b);
}

/** Hours of a week that one person's shifts share, less what is planned on days that the problem does not hold. */
export function weekLimits(
  technicians: readonly Stored<'technicians'>[],
  shifts: readonly Shift[],
  planDays: readonly PlanDayRow[],
  { dates, ruleOf }: { readonly dates: readonly string[]; readonly ruleOf: (personId: string) => WeekRule },
): WorkLimit[] {
  const inside = new Set(dates);
  return technicians.flatMap((t): WorkLimit[] => {
    const rule = ruleOf(t.id);
    const mostMin = leastOf(rule.hasOwn ? t.weekMostMin : null, rule.mostMin);
    const dearerAfterMin = t.weekDearerAfterMin ?? rule.normalMin;
    if (mostMin === null && dearerAfterMin === null) return [];
    const unpaid = t.breaks.find((b) => !b.isPaid)?.lengthMin ?? 0;
    const byWeek = new Map<string, string[]>();
    for (const shift of shifts.filter((s) => s.personId === t.id)) {
      const week = weeksAround(dates[shift.dayIx]!, dates[shift.dayIx]!).firstDate;
      byWeek.set(week, [...(byWeek.get(week) ?? []), shift.id]);
    }
    return [...byWeek].map(([week, shiftIds]) => {
      const spent = planDays
        .filter(
          (d) => d.personId === t.id && !inside.has(d.date) && weeksAround(d.date, d.date).firstDate === week,
        )
        .reduce((sum, d) => sum + workSec(d, unpaid * 60), 0);
      const left = (min: number): number => Math.max(0, min * 60 - spent);
      return {
        id: `${t.id} ${week}`,
        shiftIds,
        maxWorkSec: mostMin === null ? WEEK_SEC : left(mostMin),
        ...(dearerAfterMin === null ? {} : { overtimeAfterSec: left(dearerAfterMin) }),
      };
    });
  });
}
