import { check } from '../shared/problems';
import { bookingAsk, bookingSearch } from './booking';
import { callAsk, windowsAsk } from './call';
import { agreement, asset, customer } from './customers';
import { incomingAsk } from './mails';
import { maintenancePlan, maintenanceRange, recurrence } from './maintenance';
import { hook, messageTemplate } from './messages';
import { problemKind, request } from './requests';
import { cancelAsk, workQuery } from './work-list';

type Schema = Parameters<typeof check>[0];

/** What is wrong with a value, as "path code". */
function wrongs(schema: Schema, value: unknown): string[] {
  const checked = check(schema, value);
  return checked.ok ? [] : checked.problems.map((p) => `${p.path} ${p.code}`);
}

/** Objects that are right, and ways in which each goes wrong. */
const RIGHT: Readonly<Record<string, readonly [schema: Schema, value: Readonly<Record<string, unknown>>]>> = {
  customer: [customer.schema, { name: 'Inn yards', email: 'a@b.example', phone: '+999 (20) 10/11' }],
  asset: [asset.schema, { name: 'Bay 1', siteId: 'site-1', serial: 'OC-1', installedOn: '2024-02-29' }],
  agreement: [
    agreement.schema,
    {
      name: 'Within a day',
      customerId: 'c',
      validFrom: '2026-01-01',
      validTo: '2026-12-31',
      respondMin: 1440,
    },
  ],
  plan: [
    maintenancePlan.schema,
    { name: 'Quarterly', jobKindId: 'k', rule: 'FREQ=MONTHLY;INTERVAL=3;BYDAY=1MO', startsOn: '2026-01-01' },
  ],
  template: [
    messageTemplate.schema,
    { name: 'Promised', event: 'promised', subject: '{day}', body: '{caller}, {day} from {from} to {to}' },
  ],
  hook: [
    hook.schema,
    { name: 'Books', address: 'http://127.0.0.1:9/a', secret: 'x'.repeat(16), events: ['done'] },
  ],
  problem: [problemKind.schema, { name: 'Dead' }],
  request: [request.schema, { number: 1, said: 'It hums', receivedAt: '2026-06-09T08:00:00Z' }],
};

describe('objects of Work', () => {
  it.each(Object.keys(RIGHT))('%s is taken as it is right, and no field more', (name) => {
    const [schema, value] = RIGHT[name]!;
    expect(wrongs(schema, value)).toEqual([]);
    expect(wrongs(schema, { ...value, colour: 'red' })).toEqual([' unrecognized-keys']);
    for (const field of Object.keys(value)) {
      const { [field]: _gone, ...rest } = value;
      // What may be left out has a value of its own; what may not is told by its field.
      const told = wrongs(schema, rest);
      expect(told.every((t) => t.startsWith(`${field} `))).toBe(true);
    }
  });

  it.each<[string, Readonly<Record<string, unknown>>, string]>([
    ['customer', { name: '  ' }, 'name too-small'],
    ['customer', { email: 'nobody' }, 'email '],
    ['customer', { phone: 'call me' }, 'phone format-regex'],
    ['customer', { language: 'english' }, 'language format-regex'],
    ['customer', { contacts: [{ name: '' }] }, 'contacts.0.name too-small'],
    ['asset', { installedOn: '2025-02-29' }, 'installedOn format-date'],
    ['asset', { parts: [{ partId: 'a' }, { partId: 'a' }] }, 'parts.1'],
    ['agreement', { validTo: '2025-12-31' }, 'validTo ends-before'],
    ['agreement', { respondMin: 0 }, 'respondMin too-small'],
    ['agreement', { priority: 6 }, 'priority too-big'],
    ['plan', { rule: 'every Monday' }, 'rule format-regex'],
    ['plan', { rule: 'FREQ=HOURLY' }, 'rule format-regex'],
    ['plan', { endsOn: '2025-01-01' }, 'endsOn ends-before'],
    ['plan', { leadDays: 366 }, 'leadDays too-big'],
    ['template', { body: 'Dear {customer}' }, 'body no-such-word'],
    ['template', { event: 'late' }, 'event invalid-value'],
    ['hook', { address: 'ftp://a.example' }, 'address format-url'],
    ['hook', { secret: 'short' }, 'secret too-small'],
    ['hook', { events: [] }, 'events too-small'],
    ['request', { stage: 'solved' }, 'solution needed-when-solved'],
    ['request', { receivedAt: 'yesterday' }, 'receivedAt format-datetime'],
  ])('%s with %j is refused: %s', (name, change, told) => {
    const [schema, value] = RIGHT[name]!;
    const found = wrongs(schema, { ...value, ...change });
    expect(found.some((f) => f.startsWith(told))).toBe(true);
  });

  it('a solved request says what was done', () =>
    expect(wrongs(request.schema, { ...RIGHT.request![1], stage: 'solved', solution: 'Told how' })).toEqual(
      [],
    ));
});

describe('what is asked in Work', () => {
  it('has values of its own for what is not said', () => {
    const call = check(callAsk, { siteId: 's', jobKindId: 'k' });
    expect(call.ok && call.value).toMatchObject({
      assetId: null,
      furtherVisits: 0,
      daysBetween: 1,
      summary: '',
    });
    const query = check(workQuery, {});
    expect(query.ok && query.value).toMatchObject({ state: null, sort: '-number', page: 0 });
    const search = check(bookingSearch, { kind: 'k', code: ' OC-1 ' });
    expect(search.ok && search.value).toEqual({ kind: 'k', code: 'OC-1', further: 0 });
  });

  it.each<[string, Schema, unknown, string]>([
    ['windows for nothing', windowsAsk, { for: 'nothing' }, 'for '],
    [
      'windows two years ahead',
      windowsAsk,
      { for: 'visit', visitId: 'v', furtherDays: 730 },
      'furtherDays too-big',
    ],
    [
      'ten further visits',
      callAsk,
      { siteId: 's', jobKindId: 'k', furtherVisits: 10 },
      'furtherVisits too-big',
    ],
    ['work sorted by a sentence', workQuery, { sort: 'number; drop table' }, 'sort format-regex'],
    ['a page before the first', workQuery, { page: -1 }, 'page too-small'],
    ['cancelling without a reason', cancelAsk, { reason: ' ' }, 'reason too-small'],
    [
      'a range that ends before it begins',
      maintenanceRange,
      { firstDate: '2026-02-01', lastDate: '2026-01-01' },
      'lastDate ends-before',
    ],
    [
      'a range of three years',
      maintenanceRange,
      { firstDate: '2026-01-01', lastDate: '2029-01-01' },
      'lastDate too-long',
    ],
    [
      'booking by nobody',
      bookingAsk,
      { kind: 'k', code: 'OC-1', caller: '', email: 'a@b.example' },
      'caller too-small',
    ],
    [
      'booking some time',
      bookingAsk,
      { kind: 'k', code: 'OC-1', caller: 'A', email: 'a@b.example', window: 'soon' },
      'window format-regex',
    ],
    ['a mail of nobody', incomingAsk, { from: 'me', text: 'x' }, ''],
  ])('%s is refused', (_what, schema, value, told) => {
    const found = wrongs(schema, value);
    expect(found.length).toBeGreaterThan(0);
    expect(found.some((f) => f.startsWith(told))).toBe(true);
  });

  // The examples of RFC 5545 §3.8.5.3 that go by days or longer.
  it.each([
    'FREQ=DAILY;COUNT=10',
    'FREQ=WEEKLY;INTERVAL=2;WKST=SU',
    'FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU',
    'FREQ=MONTHLY;BYMONTHDAY=-3',
    'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
    'FREQ=DAILY;UNTIL=19971224T000000Z',
  ])('the rule %s is one', (rule) => expect(recurrence.safeParse(rule).success).toBe(true));
});
