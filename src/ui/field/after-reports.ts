import type { OwnDay, OwnStop } from '@/contract/day/own-day';
import type { FieldReport } from '@/contract/day/reports';
import { FIELD_STEPS, type FieldStep, stepOf } from '@/core/index';

const isStep = (kind: string): kind is FieldStep => (FIELD_STEPS as readonly string[]).includes(kind);

function afterReport(day: OwnDay, report: FieldReport): OwnDay {
  const { kind } = report;
  const at = Math.floor(Date.parse(report.at) / 1000);
  if (kind === 'break-begins') return { ...day, breakBeganAt: day.breakBeganAt ?? at };
  if (kind === 'break-ends') return { ...day, breakBeganAt: null };
  if (kind === 'off') return { ...day, offAt: day.offAt ?? at };
  if (kind === 'out') return { ...day, outAt: day.outAt ?? at };
  if (kind === 'back') return { ...day, outAt: null };
  if (kind === 'seen') return { ...day, news: null };
  if (!isStep(kind) && kind !== 'papers') return day;
  return {
    ...day,
    stops: day.stops.map((s) =>
      s.visitId === report.visitId && s.part === report.part ? stopAfter(s, kind, at) : s,
    ),
  };
}

function stopAfter(s: OwnStop, kind: FieldReport['kind'], at: number): OwnStop {
  if (kind === 'papers') return { ...s, papers: s.papers && { ...s.papers, state: 'came', backReason: '' } };
  const state = isStep(kind) ? stepOf(s.state, kind) : null;
  return { ...s, state: state ?? s.state, beganAt: kind === 'arrived' && state ? at : s.beganAt };
}

/** A day with what was reported and is not answered yet: as the server will have it, where it takes it. */
export function afterReports(day: OwnDay, reports: readonly FieldReport[]): OwnDay {
  return reports.reduce(afterReport, day);
}

/** What a day is at: the stop that is under way or next, and what comes next for it. */
export function nextStep(
  day: OwnDay,
): { readonly index: number; readonly step: 'on-the-way' | 'arrived' | 'done' } | null {
  const here = day.stops.findIndex((s) => s.state === 'on-site');
  if (here >= 0) return { index: here, step: 'done' };
  const way = day.stops.findIndex((s) => s.state === 'on-the-way');
  if (way >= 0) return { index: way, step: 'arrived' };
  const next = day.stops.findIndex((s) => s.state === 'planned' || s.state === 'accepted');
  return next >= 0 ? { index: next, step: 'on-the-way' } : null;
}
