/**
 * A calendar service for trying things out: as an office would keep it, with repeated events, one that was moved
 * and one that leaves the time free. Nothing in it is real.
 */
const CALENDARS: Readonly<Record<string, readonly string[]>> = {
  // A weekly meeting, a course of two days, and a birthday that takes no time.
  'meetings.ics': [
    'BEGIN:VEVENT',
    'UID:meeting@stand-in',
    'DTSTAMP:20260101T000000Z',
    'DTSTART:20260105T150000',
    'DTEND:20260105T160000',
    'RRULE:FREQ=WEEKLY;BYDAY=TH',
    'SUMMARY:Team meeting',
    'END:VEVENT',
    'BEGIN:VEVENT',
    'UID:course@stand-in',
    'DTSTAMP:20260101T000000Z',
    'DTSTART;VALUE=DATE:20260622',
    'DTEND;VALUE=DATE:20260624',
    'SUMMARY:Course on high voltage',
    'END:VEVENT',
    'BEGIN:VEVENT',
    'UID:birthday@stand-in',
    'DTSTAMP:20260101T000000Z',
    'DTSTART;VALUE=DATE:20260612',
    'RRULE:FREQ=YEARLY',
    'TRANSP:TRANSPARENT',
    'SUMMARY:Birthday',
    'END:VEVENT',
  ],
  // Feasts of an island that is on no map.
  'feasts.ics': [
    'BEGIN:VEVENT',
    'UID:lamps@stand-in',
    'DTSTAMP:20260101T000000Z',
    'DTSTART;VALUE=DATE:20200618',
    'RRULE:FREQ=YEARLY',
    'SUMMARY:Feast of the Two Lamps',
    'END:VEVENT',
    'BEGIN:VEVENT',
    'UID:harvest@stand-in',
    'DTSTAMP:20260101T000000Z',
    'DTSTART;VALUE=DATE:20200907',
    'RRULE:FREQ=YEARLY;BYMONTH=9;BYDAY=1MO',
    'SUMMARY:Day of the Nets',
    'END:VEVENT',
  ],
};

/** A calendar of the stand-in as iCalendar; null where it has none of that name. */
export function standInCalendar(name: string): string | null {
  const lines = Object.hasOwn(CALENDARS, name) ? CALENDARS[name] : undefined;
  if (!lines) return null;
  return [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Lime Knot//Stand-in//EN',
    ...lines,
    'END:VCALENDAR',
    '',
  ].join('\r\n');
}
