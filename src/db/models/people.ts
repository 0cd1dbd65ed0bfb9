import { kept } from './set-up';
import {
  date,
  defaulted,
  defineTable,
  instant,
  json,
  key,
  maybe,
  number,
  ref,
  text,
  whole,
  yes,
} from './table';

const id = () => key(text());

export interface StoredBreak {
  readonly lengthMin: number;
  readonly fromMin: number;
  readonly toMin: number;
  readonly dueAfterMin: number | null;
  readonly isPaid: boolean;
}

/** Whoever has a cord: filled by the database from technicians and crews. */
export const workers = defineTable('workers', { id: id(), kind: text<'technician' | 'crew'>() });
export const technicians = defineTable('technicians', {
  id: id(),
  name: text(),
  kind: defaulted(text<'employee' | 'contractor'>()),
  homeLat: maybe(number()),
  homeLon: maybe(number()),
  startsAt: text<'home' | 'depot' | 'last-position'>(),
  endsAt: text<'home' | 'depot'>(),
  depotId: maybe(ref('depots')),
  weekPatternId: maybe(ref('week_patterns')),
  zone: text(),
  travelBeforeMin: whole(),
  travelAfterMin: whole(),
  overtimeLimitMin: whole(),
  breaks: defaulted(json<readonly StoredBreak[]>()),
  payPerHour: maybe(number()),
  outPrice: maybe(number()),
  overtimePricePerHour: maybe(number()),
  mostVisits: maybe(whole()),
  mostDrivingMin: maybe(whole()),
  reachMin: maybe(whole()),
  reachKm: maybe(number()),
  firstReachMin: maybe(whole()),
  firstReachKm: maybe(number()),
  attributes: defaulted(json<Record<string, unknown>>()),
  vehicle: defaulted(text()),
  phone: defaulted(text()),
  loadCapacity: maybe(whole()),
  partsDepotId: maybe(ref('depots')),
  weekMostMin: maybe(whole()),
  weekDearerAfterMin: maybe(whole()),
  lastLat: maybe(number()),
  lastLon: maybe(number()),
  lastSeenAt: maybe(instant()),
  openToPlanning: yes(),
  active: yes(),
  ...kept,
});
export const technicianSkills = defineTable('technician_skills', {
  technicianId: key(ref('technicians')),
  skillId: key(ref('skills')),
  level: whole(),
  validFrom: key(date()),
  validTo: maybe(date()),
});
export const technicianTerritories = defineTable('technician_territories', {
  technicianId: key(ref('technicians')),
  territoryId: key(ref('territories')),
  relation: text<'home' | 'cover' | 'loan'>(),
  validFrom: key(date()),
  validTo: maybe(date()),
});
export const technicianParts = defineTable('technician_parts', {
  technicianId: key(ref('technicians')),
  partId: key(ref('parts')),
});
export const technicianPaces = defineTable('technician_paces', {
  technicianId: key(ref('technicians')),
  jobKindId: key(ref('job_kinds')),
  percent: whole(),
});
export const dayExceptions = defineTable('day_exceptions', {
  id: id(),
  technicianId: ref('technicians'),
  date: date(),
  kind: text<'off' | 'hours'>(),
  startMin: whole(),
  endMin: whole(),
  reason: text(),
});
export const crews = defineTable('crews', {
  id: id(),
  name: text(),
  territoryId: ref('territories'),
  leaderId: ref('technicians'),
  validFrom: date(),
  validTo: maybe(date()),
  weekPatternId: maybe(ref('week_patterns')),
  startsAt: text<'home' | 'depot'>(),
  endsAt: text<'home' | 'depot'>(),
  depotId: maybe(ref('depots')),
  payPerHour: maybe(number()),
  outPrice: maybe(number()),
  overtimeLimitMin: defaulted(whole()),
  vehicle: defaulted(text()),
  loadCapacity: maybe(whole()),
  attributes: defaulted(json<Record<string, unknown>>()),
  ...kept,
});
export const crewMembers = defineTable('crew_members', {
  crewId: key(ref('crews')),
  technicianId: key(ref('technicians')),
});
export const crewChanges = defineTable('crew_changes', {
  crewId: key(ref('crews')),
  technicianId: key(ref('technicians')),
  change: key(text<'away' | 'extra' | 'leads'>()),
  validFrom: key(date()),
  validTo: date(),
});
export const crewSkills = defineTable('crew_skills', {
  crewId: key(ref('crews')),
  skillId: key(ref('skills')),
  level: whole(),
});
