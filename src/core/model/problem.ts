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

/** Row-major square matrices over `places`: entry [from × n + to]. */
export interface TravelMatrix {
  readonly durationSec: readonly number[];
  readonly distanceM: readonly number[];
}

export interface SkillLevel {
  readonly skillId: string;
  /** 1 to 5 by convention; any whole number compares. */
  readonly level: number;
}

/** A break whose start must lie in [earliestSec, latestSec]. */
export interface BreakRule {
  readonly durationSec: number;
  readonly earliestSec: number;
  readonly latestSec: number;
}

/** How a person belongs to a territory on the day. On loan counts as home. */
export interface Membership {
  readonly territoryId: string;
  readonly relation: 'home' | 'cover';
}

/** One person on one day. */
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
  readonly break: BreakRule | null;
  /** Skills valid on this day. */
  readonly skills: readonly SkillLevel[];
  readonly territories: readonly Membership[];
  /** Units that fit aboard; null is no limit. */
  readonly capacity: number | null;
}

/** A visit may start in [startSec, endSec] on time, and until latestSec late, at a price. */
export interface VisitWindow {
  readonly startSec: number;
  readonly endSec: number;
  readonly latestSec: number;
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
}

/** Which rules a playbook switches on, beside those that always hold. */
export interface RuleSettings {
  readonly skills: boolean;
  /** Whom a territory's visits may go to. */
  readonly territory: 'home' | 'home-and-cover' | 'anybody';
  readonly persons: boolean;
}

/** Price of one unit of each measure, micros. */
export interface Prices {
  readonly travelPerSec: number;
  readonly travelPerM: number;
  readonly overtimePerSec: number;
  readonly latePerSec: number;
  readonly missedWindow: number;
  readonly dayWaited: number;
  readonly favouredMissed: number;
  readonly coverVisit: number;
  readonly personOut: number;
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
  readonly rules: RuleSettings;
  readonly prices: Prices;
}
