import type { Parts, Violation } from '@/core/index';

/** What the Plan page draws. Instants are whole seconds since 1970. */
export interface TerritoryView {
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly outline: readonly (readonly [number, number])[];
  readonly mayChange: boolean;
}

export interface WindowView {
  readonly startAt: number;
  readonly endAt: number;
}

export interface VisitView {
  readonly id: string;
  readonly label: string;
  readonly jobKind: string;
  readonly summary: string;
  readonly notes: string;
  readonly site: string;
  readonly address: string;
  readonly lat: number;
  readonly lon: number;
  readonly territoryId: string;
  readonly zone: string;
  readonly durationMin: number;
  readonly priority: number;
  readonly windows: readonly WindowView[];
  readonly earliestAt: number;
  readonly dueAt: number;
  readonly skills: readonly { readonly name: string; readonly level: number }[];
  readonly must: readonly string[];
  readonly never: readonly string[];
  readonly favoured: readonly string[];
  readonly tiedTime: boolean;
  readonly tiedPerson: boolean;
}

export type Slack = 'comfortable' | 'tight' | 'missed';

export interface StopView {
  readonly visitId: string;
  readonly arriveAt: number;
  readonly startAt: number;
  readonly finishAt: number;
  readonly travelSec: number;
  readonly travelM: number;
  readonly lateSec: number;
  readonly slack: Slack;
  /** Seconds to the close of the window it is in. */
  readonly slackSec: number;
  readonly parts: Parts;
}

export interface RouteView {
  readonly departAt: number;
  readonly arriveAt: number;
  readonly workEndAt: number;
  readonly overtimeSec: number;
  readonly endTravelSec: number;
  readonly endTravelM: number;
  readonly breaks: readonly WindowView[];
  readonly stops: readonly StopView[];
  readonly parts: Parts;
}

export interface ShiftView {
  readonly id: string;
  readonly date: string;
  readonly startAt: number;
  readonly endAt: number;
  readonly startsFrom: { readonly lat: number; readonly lon: number };
  readonly endsAt: { readonly lat: number; readonly lon: number };
  readonly route: RouteView | null;
}

export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly homeTerritory: string;
  readonly skills: readonly {
    readonly name: string;
    readonly level: number;
    readonly validTo: string | null;
  }[];
  readonly shifts: readonly ShiftView[];
}

export interface PlanView {
  readonly planId: string;
  readonly planName: string;
  readonly kind: 'live' | 'draft';
  readonly revision: number;
  readonly dates: readonly string[];
  readonly zone: string;
  readonly now: number;
  readonly territories: readonly TerritoryView[];
  readonly depots: readonly { readonly name: string; readonly lat: number; readonly lon: number }[];
  readonly people: readonly PersonView[];
  readonly visits: readonly VisitView[];
  readonly looseIds: readonly string[];
  readonly parts: Parts;
  /** The live plan over the same extent; null when this is the live plan. */
  readonly baseline: Parts | null;
  readonly violations: readonly Violation[];
}

export interface DraftRow {
  readonly id: string;
  readonly name: string;
  readonly status: 'open' | 'accepted' | 'thrown-away';
  readonly runId: string;
  readonly createdAt: string;
  readonly firstDate: string;
  readonly lastDate: string;
  readonly territoryNames: readonly string[];
  readonly territoryIds: readonly string[];
  readonly playbook: string;
  readonly price: number | null;
}

export interface HistoryEntry {
  readonly at: string;
  readonly source: string;
  readonly person: string | null;
  readonly startsAt: number | null;
  readonly by: string | null;
}
