import { type FieldReport, type ReportRefusal, type ReportsAnswer, reportsAsk } from '@/contract/day/reports';
import { type FieldState, type FieldStep, stepOf } from '@/core/index';
import {
  addReport,
  type PersonField,
  readOnSite,
  readOrderOfVisit,
  readOutcomes,
  readPersonField,
  readSeat,
  readVisitField,
  takeTurns,
  writePersonField,
  writePosition,
  writeVisitField,
} from '@/db/repositories/day/field';
import { notify } from '@/db/repositories/shared/commands';
import { runCommand } from '../shared/commands/command';
import { tellCustomer } from '../shared/messages/tell-customer';
import { tellHooks } from '../shared/messages/tell-hooks';
import { prepareChange, writePrepared } from '../shared/objects/save-object';
import { required } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { keepPapers, keepSeen } from './keep-papers';
import { type Whose, whoseDay } from './whose-day';

const sec = (iso: string): number => Math.floor(Date.parse(iso) / 1000);
const day = (at: number): Date => new Date(at * 1000);
const maybeDay = (at: number | null): Date | null => (at === null ? null : day(at));

/** What somebody's day was before anything was heard of it. */
const unheard = ({ personId, date }: Whose, at: number): PersonField => ({
  personId,
  date,
  heardAt: at,
  breakBeganAt: null,
  breaksTaken: 0,
  breakEndedAt: null,
  offAt: null,
  outAt: null,
  outReason: '',
});

async function writePerson(unit: Unit, field: PersonField): Promise<void> {
  await writePersonField(unit.transaction, {
    personId: field.personId,
    date: field.date,
    heardAt: day(field.heardAt),
    breakBeganAt: maybeDay(field.breakBeganAt),
    breaksTaken: field.breaksTaken,
    breakEndedAt: maybeDay(field.breakEndedAt),
    offAt: maybeDay(field.offAt),
    outAt: maybeDay(field.outAt),
    outReason: field.outReason,
  });
}

/** Why a step does not follow: the first who says something stands, and whoever says it again or too soon is told so. */
function whyNot(state: FieldState, step: FieldStep): ReportRefusal {
  if (state === 'done' || state === 'not-done' || state === 'cancelled') return 'already';
  if (step === 'late') return 'already';
  return step === 'done' || step === 'more-time' ? 'not-after' : 'said-already';
}

/** A step of a visit; gives why it does not count, null where it does. */
async function stepVisit(
  unit: Unit,
  report: FieldReport,
  whose: Whose,
  { at, person }: { readonly at: number; readonly person: PersonField },
): Promise<ReportRefusal | null> {
  const { transaction } = unit;
  const { part, personId, kind } = report;
  const visitId = report.visitId!;
  // Several people can have it, each with a phone: they take turns.
  await takeTurns(transaction, visitId, String(part));
  if (!(await readSeat(transaction, { visitId, part, personId }))) return 'not-planned';
  const known = await readVisitField(transaction, visitId, part);
  const state: FieldState = known?.state ?? 'planned';
  const next = stepOf(state, kind as FieldStep);
  if (next === null) return whyNot(state, kind as FieldStep);
  if (kind === 'arrived' || kind === 'on-the-way') {
    if (person.breakBeganAt !== null) return 'on-break';
    const others = (await readOnSite(transaction, personId, whose.date)).filter(
      (o) => o.visitId !== visitId || o.part !== part,
    );
    if (others.length > 0) return 'still-there';
  }
  // Clocks go wrong: nothing is over before it began.
  const atSoonest = Math.max(at, known?.beganAt ?? 0, kind === 'arrived' ? (known?.onWayAt ?? 0) : 0);
  // Whoever was on the way and found nobody was there, for no time.
  const isInVain = kind === 'not-done' && state === 'on-the-way';
  await writeVisitField(transaction, {
    visitId,
    part,
    state: next as Exclude<FieldState, 'cancelled'>,
    personId: whose.personId,
    date: whose.date,
    onWayAt: maybeDay(kind === 'on-the-way' ? at : (known?.onWayAt ?? null)),
    beganAt: maybeDay(kind === 'arrived' || isInVain ? atSoonest : (known?.beganAt ?? null)),
    endedAt:
      kind === 'done' || isInVain || (kind === 'not-done' && state === 'on-site') ? day(atSoonest) : null,
    moreMin: (known?.moreMin ?? 0) + (kind === 'more-time' ? (report.minutes ?? 0) : 0),
    lateMin: kind === 'late' ? (report.minutes ?? 0) : (known?.lateMin ?? 0),
    reason: report.reason,
  });
  if (kind === 'on-the-way' || kind === 'done') await tellOf(unit, visitId, kind);
  return null;
}

/** Tells the customer, and when nothing of the work order is left, that it is done: by the office it is still to be confirmed. */
async function tellOf(unit: Unit, visitId: string, kind: 'on-the-way' | 'done'): Promise<void> {
  const order = await readOrderOfVisit(unit.transaction, visitId);
  if (!order) return;
  const { workOrderId } = order;
  if (kind === 'on-the-way') return tellCustomer(unit, 'on-the-way', workOrderId);
  if (!order.isLast) return;
  await runCommand(unit, 'field-done', { object: 'work-orders', id: workOrderId }, async (command) => {
    const prepared = await prepareChange(withSayOn(unit, order.territoryId), 'work-orders', workOrderId, {
      stage: 'done',
    });
    await writePrepared(unit, command, 'work-orders', prepared);
  });
  await tellCustomer(unit, 'done', workOrderId);
  await tellHooks(unit, 'done', workOrderId);
}

/** Whoever may say that a visit is done may thereby have its order done, and nothing else of it. */
function withSayOn(unit: Unit, territoryId: string | null): Unit {
  const grants = territoryId === null ? [] : [{ territoryId, mayChange: true }];
  return { ...unit, user: { ...unit.user, role: 'agent', grants } };
}

/** What concerns the person alone; gives why it does not count, and how they are after it. */
function stepPerson(
  { kind, reason }: FieldReport,
  person: PersonField,
  at: number,
): { readonly refused: ReportRefusal | null; readonly person: PersonField } {
  if (kind === 'break-begins') {
    if (person.breakBeganAt !== null) return { refused: 'on-break', person };
    return { refused: null, person: { ...person, breakBeganAt: at } };
  }
  if (kind === 'break-ends') {
    if (person.breakBeganAt === null) return { refused: 'not-on-break', person };
    return {
      refused: null,
      person: {
        ...person,
        breakBeganAt: null,
        breaksTaken: person.breaksTaken + 1,
        breakEndedAt: Math.max(at, person.breakBeganAt),
      },
    };
  }
  if (kind === 'off') {
    if (person.offAt !== null) return { refused: 'gone', person };
    return { refused: null, person: { ...person, offAt: at } };
  }
  if (kind === 'out') return { refused: null, person: { ...person, outAt: at, outReason: reason } };
  if (kind === 'back') return { refused: null, person: { ...person, outAt: null, outReason: '' } };
  return { refused: null, person };
}

async function takeReport(
  unit: Unit,
  report: FieldReport,
): Promise<{ refused: ReportRefusal | null; where: Whose }> {
  const { transaction, now } = unit;
  // What a clock has in the future has only just happened.
  const at = Math.min(sec(report.at), now);
  const whose = await whoseDay(unit, report, at);
  await takeTurns(transaction, whose.personId, whose.date);
  const before = (await readPersonField(transaction, whose.personId, whose.date)) ?? unheard(whose, at);
  let refused: ReportRefusal | null;
  let person = before;
  if (report.kind === 'papers' || report.kind === 'photo')
    refused = await keepPapers(unit, report, whose, at);
  else if (report.visitId !== null) {
    refused = await stepVisit(unit, report, whose, { at, person });
  } else ({ refused, person } = stepPerson(report, before, at));
  if (report.stops) await keepSeen(unit, whose, report.stops, at);
  await writePerson(unit, { ...person, heardAt: Math.max(before.heardAt, at) });
  if (report.lat !== null && report.lon !== null)
    await writePosition(transaction, {
      personId: whose.personId,
      lat: report.lat,
      lon: report.lon,
      at: day(at),
    });
  await addReport(transaction, {
    id: report.id,
    userId: unit.user.id,
    personId: whose.personId,
    date: whose.date,
    visitId: refused === 'not-planned' ? null : report.visitId,
    part: report.visitId === null || refused === 'not-planned' ? null : report.part,
    kind: report.kind,
    facts: {
      ...(report.minutes === null ? {} : { minutes: report.minutes }),
      ...(report.reason === '' ? {} : { reason: report.reason }),
      ...(refused === 'not-planned' ? { visitId: report.visitId } : {}),
      ...(sec(report.at) > now ? { saidAt: report.at } : {}),
    },
    at: day(at),
    receivedAt: day(now),
    refused,
  });
  return { refused, where: whose };
}

/**
 * Takes in what the field reports, in the order in which it was said. What came before under the same id is answered as it was then and
 * counted no second time; what does not follow is kept and told why it does not count.
 */
export async function takeReports(unit: Unit, raw: unknown): Promise<ReportsAnswer> {
  const { reports } = required(reportsAsk, raw);
  const known = await readOutcomes(
    unit.transaction,
    reports.map((r) => r.id),
  );
  const outcomes = new Map<string, ReportRefusal | null>();
  const territories = new Set<string>();
  for (const report of reports) {
    if (outcomes.has(report.id)) continue;
    const before = known.get(report.id);
    if (before !== undefined) {
      outcomes.set(report.id, before as ReportRefusal | null);
      continue;
    }
    const { refused, where } = await takeReport(unit, report);
    outcomes.set(report.id, refused);
    for (const t of where.territoryIds) territories.add(t);
  }
  if (territories.size > 0)
    await notify(unit.transaction, JSON.stringify({ kind: 'field', territoryIds: [...territories] }));
  return { outcomes: [...outcomes].map(([id, refused]) => ({ id, refused })) };
}
