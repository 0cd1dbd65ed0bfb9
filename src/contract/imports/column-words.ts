/** Words that columns of other programs' files go by, beside the fields' own names. */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  id: ['key', 'external id', 'reference', 'ref'],
  name: ['title', 'full name', 'technician', 'person', 'site name', 'skill name'],
  summary: ['title', 'description', 'subject', 'problem', 'what'],
  jobKind: ['kind', 'type', 'job type', 'job', 'work type'],
  jobKindId: ['kind', 'type', 'job type', 'job kind'],
  site: ['site name', 'location', 'customer', 'place'],
  address: ['street', 'street address', 'site address'],
  lat: ['latitude', 'y'],
  lon: ['longitude', 'lng', 'long', 'x'],
  homeLat: ['latitude', 'lat', 'home latitude'],
  homeLon: ['longitude', 'lon', 'lng', 'home longitude'],
  territory: ['area', 'region', 'zone name'],
  territoryId: ['territory', 'area', 'region'],
  territories: ['territory', 'area', 'region', 'home territory'],
  zone: ['time zone', 'timezone', 'tz'],
  weekPatternId: ['hours', 'working hours', 'pattern', 'week pattern'],
  accessPatternId: ['access hours', 'opening hours', 'access'],
  skills: ['skill', 'qualifications', 'certificates'],
  durationMin: ['duration', 'minutes', 'usual duration', 'time needed'],
  priority: ['prio', 'urgency'],
  earliestAt: ['earliest', 'not before', 'from'],
  dueAt: ['due', 'due date', 'deadline', 'latest', 'finish by'],
  windowStart: ['window start', 'window from', 'arrival from'],
  windowEnd: ['window end', 'window to', 'arrival to'],
  number: ['no', 'work order', 'order', 'order number', 'work order number'],
  outsideNumber: ['outside number', 'their number', 'external number', 'customer number', 'ticket'],
  notes: ['note', 'remarks', 'comment', 'comments'],
  depotId: ['depot'],
  kindId: ['kind'],
  leaderId: ['leader'],
  members: ['people', 'crew members'],
  email: ['mail', 'e-mail'],
  groupName: ['group'],
  expires: ['certificate', 'is certificate'],
  payPerHour: ['pay', 'cost per hour', 'hourly cost', 'rate'],
  overtimeLimitMin: ['overtime', 'most overtime'],
};

export function columnWords(field: string): readonly string[] {
  // "homeLat" is also "home lat".
  const spaced = field.replace(/(Min|Id)$/, '').replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);
  return [spaced, ...(WORDS[field] ?? [])];
}
