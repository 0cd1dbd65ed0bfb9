import type { RoadSpeeds, SpeedPeriod } from '@/core/index';
import {
  bytes,
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

/** What every object that people edit carries. */
export const kept = { version: defaulted(whole()), archivedAt: maybe(instant()) };
const id = () => key(text());

interface StoredQuietHours {
  readonly jobKindId: string;
  readonly weekdays: readonly number[];
  readonly startMin: number;
  readonly endMin: number;
}

export const company = defineTable('company', {
  id: id(),
  name: text(),
  holdMin: defaulted(whole()),
  straightFactor: defaulted(number()),
  straightKmh: defaulted(number()),
  livePlaybookId: maybe(ref('playbooks')),
  roadsId: maybe(ref('road_networks')),
  currency: defaulted(text()),
  distanceUnit: defaulted(text<'km' | 'mi'>()),
  weekStartsOn: defaulted(whole()),
  homeZone: defaulted(text()),
  keepPositionsDays: defaulted(whole()),
  keepLogsDays: defaulted(whole()),
  bookingOpen: defaulted(yes()),
  bookingUntilMin: defaulted(whole()),
  bookingNames: defaulted(yes()),
  bookingHoldMin: defaulted(whole()),
  tellMovedMin: maybe(defaulted(whole())),
  pullForward: defaulted(yes()),
  silentMin: defaulted(whole()),
  filledBy: maybe(text<'demo'>()),
  version: defaulted(whole()),
});
export const territories = defineTable('territories', {
  id: id(),
  name: text(),
  zone: text(),
  outline: json<readonly (readonly [number, number])[]>(),
  weekPatternId: maybe(ref('week_patterns')),
  quietHours: defaulted(json<readonly StoredQuietHours[]>()),
  ...kept,
});
export const territoryHolidays = defineTable('territory_holidays', {
  territoryId: key(ref('territories')),
  date: key(date()),
  name: text(),
});
export const territoryNeighbours = defineTable('territory_neighbours', {
  territoryId: key(ref('territories')),
  neighbourId: key(ref('territories')),
});
export const depots = defineTable('depots', {
  id: id(),
  territoryId: ref('territories'),
  name: text(),
  address: defaulted(text()),
  lat: number(),
  lon: number(),
  ...kept,
});
export const parts = defineTable('parts', { id: id(), name: text(), ...kept });
export const depotParts = defineTable('depot_parts', {
  depotId: key(ref('depots')),
  partId: key(ref('parts')),
});
export const skills = defineTable('skills', {
  id: id(),
  name: text(),
  groupName: text(),
  expires: yes(),
  ...kept,
});
export const equipmentKinds = defineTable('equipment_kinds', { id: id(), name: text(), ...kept });
export const equipment = defineTable('equipment', {
  id: id(),
  name: text(),
  kindId: ref('equipment_kinds'),
  depotId: ref('depots'),
  staysAtDepot: defaulted(yes()),
  ...kept,
});
export const equipmentOutages = defineTable('equipment_outages', {
  equipmentId: key(ref('equipment')),
  startsAt: key(instant()),
  endsAt: instant(),
  reason: defaulted(text()),
});
export const groups = defineTable('groups', { id: id(), name: text(), ...kept });
export const groupMembers = defineTable('group_members', {
  groupId: key(ref('groups')),
  technicianId: key(ref('technicians')),
});
export const weekPatterns = defineTable('week_patterns', {
  id: id(),
  name: text(),
  weeks: json<readonly (readonly (readonly { startMin: number; endMin: number }[])[])[]>(),
  anchorDate: date(),
  zone: maybe(text()),
  ...kept,
});
export const jobKinds = defineTable('job_kinds', {
  id: id(),
  name: text(),
  durationMin: whole(),
  durationBestMin: maybe(whole()),
  durationWorstMin: maybe(whole()),
  people: whole(),
  crewOf: maybe(whole()),
  promiseDays: whole(),
  priority: defaulted(whole()),
  skillMode: defaulted(text<'all' | 'any'>()),
  bufferBeforeMin: defaulted(whole()),
  bufferAfterMin: defaulted(whole()),
  windowOn: defaulted(text<'start' | 'finish'>()),
  leadTimeMin: defaulted(whole()),
  allowedPatternId: maybe(ref('week_patterns')),
  load: defaulted(whole()),
  groupId: maybe(ref('groups')),
  attributes: defaulted(json<Record<string, unknown>>()),
  prices: defaulted(json<Record<string, number>>()),
  tasks: defaulted(json<readonly string[]>()),
  mostDayMin: maybe(whole()),
  bookable: defaulted(text<'no' | 'request' | 'at-once'>()),
  publicName: defaulted(text()),
  ...kept,
});
export const jobKindSkills = defineTable('job_kind_skills', {
  jobKindId: key(ref('job_kinds')),
  skillId: key(ref('skills')),
  level: whole(),
});
export const jobKindEquipment = defineTable('job_kind_equipment', {
  jobKindId: key(ref('job_kinds')),
  equipmentKindId: key(ref('equipment_kinds')),
  units: defaulted(whole()),
});
export const jobKindParts = defineTable('job_kind_parts', {
  jobKindId: key(ref('job_kinds')),
  partId: key(ref('parts')),
});
export const jobKindPremises = defineTable('job_kind_premises', {
  jobKindId: key(ref('job_kinds')),
  depotId: key(ref('depots')),
});
export const sites = defineTable('sites', {
  id: id(),
  name: text(),
  address: text(),
  lat: maybe(number()),
  lon: maybe(number()),
  territoryId: maybe(ref('territories')),
  zone: text(),
  accessPatternId: maybe(ref('week_patterns')),
  notes: defaulted(text()),
  customerId: maybe(ref('customers')),
  bestDays: defaulted(json<readonly number[]>()),
  bestFromMin: maybe(whole()),
  bestToMin: maybe(whole()),
  ...kept,
});
export const offers = defineTable('offers', {
  id: id(),
  name: text(),
  territoryId: maybe(ref('territories')),
  jobKindId: maybe(ref('job_kinds')),
  widthMin: whole(),
  gridMin: whole(),
  fromMin: whole(),
  toMin: whole(),
  soonestMin: whole(),
  aheadDays: whole(),
  sameDayUntilMin: maybe(whole()),
  mayPush: defaulted(yes()),
  ...kept,
});
export const asides = defineTable('asides', {
  id: id(),
  doubt: text(),
  reason: text(),
  untilDate: date(),
  ...kept,
});
export const listViews = defineTable('list_views', {
  id: id(),
  name: text(),
  list: text(),
  query: defaulted(text()),
  columns: defaulted(json<readonly string[]>()),
  ...kept,
});
export const columnMaps = defineTable('column_maps', {
  id: id(),
  name: text(),
  object: text(),
  columns: defaulted(json<Record<string, string>>()),
  ...kept,
});
export const imports = defineTable('imports', {
  id: id(),
  userId: ref('users'),
  target: text(),
  fileName: text(),
  content: bytes(),
  settings: defaulted(json<Record<string, unknown>>()),
  status: text<'open' | 'checking' | 'checked' | 'bringing' | 'done' | 'failed'>(),
  done: defaulted(number()),
  result: maybe(json<unknown>()),
  createdAt: instant(),
});
export const roadNetworks = defineTable('road_networks', {
  id: id(),
  name: defaulted(text()),
  zone: defaulted(text()),
  speedsKmh: defaulted(json<RoadSpeeds>()),
  periods: defaulted(json<readonly SpeedPeriod[]>()),
  ...kept,
});
/** Where nobody gets through. */
export const closures = defineTable('closures', {
  id: id(),
  lat: number(),
  lon: number(),
  radiusM: whole(),
  note: text(),
  opensAt: maybe(instant()),
  ...kept,
});
export const calendars = defineTable('calendars', {
  id: id(),
  name: text(),
  address: text(),
  technicianId: maybe(ref('technicians')),
  territoryId: maybe(ref('territories')),
  ...kept,
});
export const calendarReads = defineTable('calendar_reads', {
  calendarId: key(ref('calendars')),
  readAt: maybe(instant()),
  failure: maybe(text()),
  brought: defaulted(json<unknown>()),
});
/** What was found on the way in; the drawn ground and its roads are a large file of the same id. */
export const largeFiles = defineTable('large_files', { id: key(text()), ix: key(whole()), bytes: bytes() });
export const roadContents = defineTable('road_contents', {
  roadsId: key(text()),
  found: maybe(json<unknown>()),
  createdAt: defaulted(instant()),
});
