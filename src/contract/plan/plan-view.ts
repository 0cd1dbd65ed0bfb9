import { z } from 'zod';
import { OBJECTIVES, type Objective, RULE_CODES } from '@/core/index';
import { closedRoad } from '../shared/closed-road';

/**
 * What the Plan page draws: cords, loose ends, map and figures. What stands behind something is asked for when
 * it is opened (plan-detail). Instants are whole seconds since 1970, distances metres.
 */
const second = z.number();
const stretch = z.strictObject({ startAt: second, endAt: second });
const point = z.strictObject({ lat: z.number(), lon: z.number() });

const part = z.strictObject({ amount: z.number(), price: z.number() });
export const partsShape = z.strictObject(
  Object.fromEntries(OBJECTIVES.map((o) => [o, part])) as Record<Objective, typeof part>,
);

const territoryView = z.strictObject({
  id: z.string(),
  name: z.string(),
  zone: z.string(),
  outline: z.array(z.tuple([z.number(), z.number()]).readonly()).readonly(),
  mayChange: z.boolean(),
});

const visitView = z.strictObject({
  id: z.string(),
  label: z.string(),
  jobKind: z.string(),
  site: z.string(),
  /** Whether anybody knows where it is; if not, it is on no map. */
  isLocated: z.boolean(),
  lat: z.number(),
  lon: z.number(),
  territoryId: z.string(),
  /** Only where it is not that of the plan. */
  zone: z.string().optional(),
  priority: z.number(),
  windows: z.array(stretch).default([]),
  /** Only of loose ends: how long, from when on, and until when. */
  durationMin: z.number().optional(),
  earliestAt: second.optional(),
  dueAt: second.optional(),
  /** Only of loose ends: when somebody asked for it. */
  receivedAt: second.optional(),
  tiedTime: z.literal(true).optional(),
  tiedPerson: z.literal(true).optional(),
  /** People at once, where it is more than one. */
  people: z.number().optional(),
});
export type VisitView = z.output<typeof visitView> & { readonly zone: string };

const stopView = z.strictObject({
  /** Empty where the work is in a territory out of sight: then it is busy time and nothing else. */
  visitId: z.string(),
  startAt: second,
  finishAt: second,
  travelSec: z.number(),
  /** Seconds to the close of the window it is in; negative when it was missed. */
  slackSec: z.number(),
  /** Why it stands there against a rule, where somebody put it there on purpose. */
  against: z.string().optional(),
});
export type StopView = z.infer<typeof stopView>;

const routeView = z.strictObject({
  departAt: second,
  arriveAt: second,
  workEndAt: second,
  overtimeSec: z.number(),
  endTravelSec: z.number(),
  breaks: z.array(stretch),
  stops: z.array(stopView),
});
export type RouteView = z.infer<typeof routeView>;

const shiftView = z.strictObject({
  id: z.string(),
  date: z.string(),
  startAt: second,
  endAt: second,
  /** Where the day begins and ends, as a place of the list; only to those who see the person's own territory. */
  from: z.number().optional(),
  to: z.number().optional(),
  /** The crew that has the person for this time. */
  inCrew: z.string().optional(),
  route: routeView.nullable(),
});
export type ShiftView = z.infer<typeof shiftView>;

const personView = z.strictObject({
  id: z.string(),
  name: z.string(),
  zone: z.string(),
  homeTerritory: z.string(),
  /** Of a crew, how many people go out at most. */
  crewOf: z.number().optional(),
  isContractor: z.literal(true).optional(),
  skills: z.array(z.strictObject({ id: z.string(), level: z.number() })).default([]),
  groupIds: z.array(z.string()).default([]),
  /** Where somebody was seen last, and when. */
  lastSeen: z.strictObject({ lat: z.number(), lon: z.number(), at: second }).optional(),
  shifts: z.array(shiftView),
});
export type PersonView = z.output<typeof personView>;
export type SentPersonView = z.input<typeof personView>;

/** A visit that was on somebody's cord when it was cancelled: seen, and no time of anybody's. */
const cancelledView = z.strictObject({
  visitId: z.string(),
  label: z.string(),
  jobKind: z.string(),
  site: z.string(),
  personId: z.string(),
  date: z.string(),
  startAt: second,
  finishAt: second,
});
export type CancelledView = z.infer<typeof cancelledView>;

const violationView = z.strictObject({
  rule: z.enum(RULE_CODES),
  shiftId: z.string().optional(),
  visitId: z.string().optional(),
  facts: z.record(z.string(), z.union([z.string(), z.number(), z.null()])),
});

const sentView = z.strictObject({
  planId: z.string(),
  planName: z.string(),
  kind: z.enum(['live', 'draft']),
  /** Whether whoever looks may place visits against a rule. */
  mayForce: z.boolean(),
  revision: z.number(),
  dates: z.array(z.string()),
  zone: z.string(),
  now: second,
  /** How fast now passes against the clock on the wall: 1 as everywhere, 0 where it stands still. */
  pace: z.number(),
  territories: z.array(territoryView),
  depots: z.array(z.strictObject({ name: z.string(), lat: z.number(), lon: z.number() })),
  /** Roads that are closed; null where nobody drives on roads but by straight lines. */
  closed: z.array(closedRoad).nullable(),
  /** Where days begin and end: a handful of places for all of them. */
  places: z.array(point),
  people: z.array(personView),
  visits: z.array(visitView),
  looseIds: z.array(z.string()),
  cancelled: z.array(cancelledView),
  parts: partsShape,
  /** The live plan over the same extent; null when this is the live plan. */
  baseline: partsShape.nullable(),
  violations: z.array(violationView),
});
/** As it is sent: what follows from the rest is left out. */
export type SentPlanView = z.input<typeof sentView>;
export type SentVisitView = z.input<typeof visitView>;

/** As it is read. */
export const planView = sentView.transform((view) => ({
  ...view,
  visits: view.visits.map((v): VisitView => ({ ...v, zone: v.zone ?? view.zone })),
}));
export type PlanView = z.output<typeof planView>;

export type Slack = 'comfortable' | 'tight' | 'missed';

/** Slack below which a visit counts as tight. */
const TIGHT_SEC = 15 * 60;

export function slackOf({ slackSec }: Pick<StopView, 'slackSec'>): Slack {
  return slackSec < 0 ? 'missed' : slackSec < TIGHT_SEC ? 'tight' : 'comfortable';
}

export const draftRow = z.strictObject({
  id: z.string(),
  name: z.string(),
  status: z.enum(['open', 'accepted']),
  runId: z.string(),
  createdAt: z.string(),
  firstDate: z.string(),
  lastDate: z.string(),
  territoryNames: z.array(z.string()),
  territoryIds: z.array(z.string()),
  playbook: z.string(),
  price: z.number().nullable(),
});
export type DraftRow = z.infer<typeof draftRow>;

export const comparison = z.strictObject({ draft: partsShape, live: partsShape, violations: z.number() });
