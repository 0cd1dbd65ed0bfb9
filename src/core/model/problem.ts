import type { Interval } from '../time/interval';

/**
 * A scheduling problem as plain data: what the optimizer reads and the file format of the command line.
 * Times are whole seconds from `originAt`. Prices are whole millionths of the currency (micros),
 * so that sums are exact and two evaluations can be compared for equality.
 */
export interface Place {
  readonly id: string;
  readonly lat?: number | undefined;
  readonly lon?: number | undefined;
}

/** Row-major square matrices over `places`: entry [from × n + to]. Plain lists, or typed arrays between threads. */
export interface TravelMatrix {
  readonly durationSec: ArrayLike<number>;
  readonly distanceM: ArrayLike<number>;
  /** Durations that change with the hour; where absent, `durationSec` holds at all times. */
  readonly byTime?: TravelByTime | undefined;
}

/**
 * Durations by the moment of driving. `timeline` says from which second on which matrix of `slices`
 * holds, ascending; before the first entry the first holds.
 */
export interface TravelByTime {
  readonly slices: readonly ArrayLike<number>[];
  readonly timeline: readonly { readonly fromSec: number; readonly slice: number }[];
}

export interface SkillLevel {
  readonly skillId: string;
  /** 1 to 5 by convention; any whole number compares. */
  readonly level: number;
}

/**
 * A break whose start must lie in [earliestSec, latestSec]. It is due for whoever is not home by
 * dueSec (by default latestSec), so "30 minutes when the day is longer than 6 hours" is a break due
 * 6 hours after the shift begins.
 */
export interface BreakRule {
  readonly durationSec: number;
  readonly earliestSec: number;
  readonly latestSec: number;
  readonly dueSec?: number | undefined;
  readonly paid?: boolean | undefined;
}

/** How a person belongs to a territory on the day. A loan is a home for a time, at a price. */
export interface Membership {
  readonly territoryId: string;
  readonly relation: 'home' | 'loan' | 'cover';
}

/** Free facts about a person or a visit, for rules that match them. */
export type Attributes = Readonly<Record<string, string | number | boolean | readonly string[]>>;

/** One person, or one crew, on one day. */
export interface Shift {
  readonly id: string;
  readonly personId: string;
  /** Days from the origin's first day, from 0. */
  readonly dayIx: number;
  readonly startSec: number;
  readonly endSec: number;
  readonly startPlaceId: string;
  readonly endPlaceId: string;
  /** Driving before the shift on the person's own time, at most. */
  readonly allowanceBeforeSec: number;
  readonly allowanceAfterSec: number;
  readonly overtimeLimitSec: number;
  /** In the order in which they are taken; at most MAX_BREAKS. */
  readonly breaks: readonly BreakRule[];
  /** Skills valid on this day. */
  readonly skills: readonly SkillLevel[];
  readonly territories: readonly Membership[];
  /** Units that fit aboard; null is no limit. */
  readonly capacity: number | null;
  /** Micros a second of work: visits, driving on working time, paid breaks. */
  readonly payPerSec?: number | undefined;
  /** Micros for being sent out at all, beside the playbook's price. */
  readonly outPrice?: number | undefined;
  /** Micros a second of overtime, in place of the playbook's. */
  readonly overtimePerSec?: number | undefined;
  readonly maxVisits?: number | undefined;
  /** Driving of the whole day, seconds. */
  readonly maxTravelSec?: number | undefined;
  /** Longest leg to a visit. The leg from the start place has a limit of its own; the leg home has none. */
  readonly reach?: Reach | undefined;
  readonly firstReach?: Reach | undefined;
  /** The people of a crew, leader included; absent for one person alone. */
  readonly memberIds?: readonly string[] | undefined;
  readonly attributes?: Attributes | undefined;
  /** Duration of a kind of visit in percent of its usual one. */
  readonly pace?: readonly { readonly kind: string; readonly percent: number }[] | undefined;
  /** Parts aboard. */
  readonly parts?: readonly string[] | undefined;
  /** Where parts that are not aboard are fetched before the first visit; absent when nowhere. */
  readonly partsPlaceId?: string | undefined;
}

export interface Reach {
  readonly sec?: number | undefined;
  readonly m?: number | undefined;
}

/** Most breaks in one shift. */
export const MAX_BREAKS = 4;

/** A visit may start (or finish) in [startSec, endSec] on time, and until latestSec late, at a price. */
export interface VisitWindow {
  readonly startSec: number;
  readonly endSec: number;
  readonly latestSec: number;
  /** What must lie inside; the start unless it says so. */
  readonly on?: 'start' | 'finish' | undefined;
}

/** Fixes a visit's time, person or both. */
export interface Tie {
  readonly personId?: string | undefined;
  readonly startSec?: number | undefined;
}

export interface Visit {
  readonly id: string;
  readonly placeId: string;
  readonly durationSec: number;
  readonly windows: readonly VisitWindow[];
  readonly demand: number;
  /** 1 is the most urgent, 5 the least. */
  readonly priority: number;
  /** Price of leaving it a loose end, micros. */
  readonly unplannedPrice: number;
  /** Day from which waiting is counted. */
  readonly releaseDayIx: number;
  readonly skills: readonly SkillLevel[];
  readonly skillMode: 'all' | 'any';
  readonly territoryId: string | null;
  /** Empty means anybody. */
  readonly mustPersonIds: readonly string[];
  readonly neverPersonIds: readonly string[];
  readonly favouredPersonIds: readonly string[];
  readonly tie: Tie;
  /** May not become a loose end: it is tied in place by the published plan. */
  readonly held: boolean;
  readonly kind?: string | undefined;
  readonly attributes?: Attributes | undefined;
  /** Time at the site before the start and after the finish. */
  readonly bufferBeforeSec?: number | undefined;
  readonly bufferAfterSec?: number | undefined;
  /** The work lies wholly inside one of these; absent is always. */
  readonly access?: readonly Interval[] | undefined;
  readonly avoidPersonIds?: readonly string[] | undefined;
  /** People needed at once, each with a shift of their own; absent is one. */
  readonly people?: number | undefined;
  /** Done by a crew of at least so many, in one shift. */
  readonly crewOf?: number | undefined;
  /** Kinds of shared equipment held while it runs. */
  readonly equipment?: readonly string[] | undefined;
  readonly parts?: readonly string[] | undefined;
  /** Starts only after another visit has finished. */
  readonly after?: After | undefined;
  /** Done by whoever does that visit. */
  readonly samePersonAs?: string | undefined;
  /** Where and when the published plan has it; a change has a price. */
  readonly base?:
    | { readonly personId: string; readonly dayIx: number; readonly startSec?: number | undefined }
    | undefined;
  /** Prices of this visit in place of the playbook's: what the objectives' filters come to. */
  readonly prices?: VisitPrices | undefined;
}

/** The gap counts from the finish of the one to the start of the other. */
export interface After {
  readonly visitId: string;
  readonly gapSec: number;
  readonly maxGapSec?: number | undefined;
}

/** A shared thing and when it can be used. */
export interface EquipmentUnit {
  readonly id: string;
  readonly kind: string;
  readonly free: readonly Interval[];
}

/** Shifts that share a limit: a contractor's hours of a week, or the hours of a week beyond which work is dearer. */
export interface WorkLimit {
  readonly id: string;
  readonly shiftIds: readonly string[];
  readonly maxWorkSec: number;
  /** Work beyond this costs `sharedOvertimePerSec` a second more; absent is never. */
  readonly overtimeAfterSec?: number | undefined;
}

export const MATCHES = ['equals', 'at-least', 'at-most', 'contains', 'one-of'] as const;

/** "This attribute of the person = / ≥ / ≤ / contains / is one of … that attribute of the visit." */
export interface AttributeRule {
  readonly id: string;
  readonly personKey: string;
  readonly match: (typeof MATCHES)[number];
  readonly visitKey: string;
  /** The pairs that the rule looks at; absent is all. */
  readonly scope?: RuleScope | undefined;
}

/**
 * The pairs of visit and person that a rule looks at: those of which both are listed, or either. An absent list
 * names all.
 */
export interface RuleScope {
  readonly match: 'both' | 'either';
  readonly visitIds?: readonly string[] | undefined;
  readonly personIds?: readonly string[] | undefined;
}

/** The rules of a playbook that can be kept to some pairs, beside attribute rules; of the rest only persons count. */
export type ScopedRule = 'skills' | 'territory' | 'persons' | 'rest';

/** Which rules a playbook switches on, beside those that always hold. */
export interface RuleSettings {
  readonly skills: boolean;
  /** Whom a territory's visits may go to. */
  readonly territory: 'home' | 'home-and-cover' | 'anybody';
  readonly persons: boolean;
  /** Least rest between the end of one day's work and the beginning of the next. */
  readonly restSec?: number | undefined;
  readonly attributes?: readonly AttributeRule[] | undefined;
  /** Where a rule holds; absent is everywhere. */
  readonly scopes?: Readonly<Partial<Record<ScopedRule, RuleScope | undefined>>> | undefined;
}

/** Prices that a visit may have of its own, micros. */
export interface VisitPrices {
  readonly latePerSec?: number | undefined;
  readonly missedWindow?: number | undefined;
  readonly dayWaited?: number | undefined;
  readonly favouredMissed?: number | undefined;
  readonly coverVisit?: number | undefined;
  readonly loanVisit?: number | undefined;
  readonly avoidedUsed?: number | undefined;
  /** For each level that the person has beyond what is asked. */
  readonly levelToSpare?: number | undefined;
  /** For a visit that the published plan gave to somebody else, or had on another day. */
  readonly changed?: number | undefined;
  /** For starting earlier or later than published by more than `movedSec`. */
  readonly moved?: number | undefined;
  /** For each second by which the start comes nearer to the window's close than `marginSec`. */
  readonly marginPerSec?: number | undefined;
  /** For each arrival from elsewhere at a place that has several visits. */
  readonly siteTrip?: number | undefined;
}

/** Price of one unit of each measure, micros. Absent is nothing. */
export interface Prices extends VisitPrices {
  readonly travelPerSec: number;
  readonly travelPerM: number;
  readonly overtimePerSec: number;
  readonly latePerSec: number;
  readonly missedWindow: number;
  readonly dayWaited: number;
  readonly favouredMissed: number;
  readonly coverVisit: number;
  readonly personOut: number;
  /** By how much a start may differ from the published one without having moved; absent is none at all. */
  readonly movedSec?: number | undefined;
  /** Margin wanted between the start and the close of its window. */
  readonly marginSec?: number | undefined;
  /** For each second of work beyond the normal hours of shifts that share a limit, beside what it costs anyway. */
  readonly sharedOvertimePerSec?: number | undefined;
  /** For each second that a person works beyond a fair share of all the work. */
  readonly unfairPerSec?: number | undefined;
}

export interface Problem {
  readonly format: 'lime-problem';
  readonly version: 1;
  readonly name: string;
  /** ISO 8601 instant of second 0. */
  readonly originAt: string;
  readonly places: readonly Place[];
  readonly travel: TravelMatrix;
  readonly persons: readonly { readonly id: string; readonly name: string }[];
  readonly shifts: readonly Shift[];
  readonly visits: readonly Visit[];
  readonly equipment?: readonly EquipmentUnit[] | undefined;
  readonly limits?: readonly WorkLimit[] | undefined;
  readonly rules: RuleSettings;
  readonly prices: Prices;
}
