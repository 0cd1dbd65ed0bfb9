import Papa from 'papaparse';
import type { PersonView, PlanView } from '@/contract/plan/plan-view';
import type { SheetVisit } from '@/contract/plan/sheets';

const HEAD = [
  'date',
  'person',
  'start',
  'finish',
  'drive_minutes',
  'visit',
  'job_kind',
  'site',
  'address',
  'summary',
] as const;

const iso = (sec: number): string => new Date(sec * 1000).toISOString();

/** Every stop of some people as CSV, instants in UTC. Cells cannot be taken for formulas. */
export function stopsCsv(
  view: PlanView,
  people: readonly PersonView[],
  sheets: readonly SheetVisit[],
): string {
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const more = new Map(sheets.map((v) => [v.id, v]));
  const rows = people.flatMap((person) =>
    person.shifts.flatMap((shift) =>
      (shift.route?.stops ?? []).map((stop) => {
        const visit = visits.get(stop.visitId);
        const sheet = more.get(stop.visitId);
        return [
          shift.date,
          person.name,
          iso(stop.startAt),
          iso(stop.finishAt),
          Math.round(stop.travelSec / 60),
          visit?.label ?? '',
          visit?.jobKind ?? '',
          visit?.site ?? '',
          sheet?.address ?? '',
          sheet?.summary ?? '',
        ];
      }),
    ),
  );
  return Papa.unparse([[...HEAD], ...rows], { escapeFormulae: true, newline: '\r\n' });
}
