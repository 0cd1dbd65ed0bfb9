import { createRandom, instantOf } from '@/core/index';
import type { Transaction } from '@/db/connection';
import {
  agreementKinds,
  agreements,
  assetParts,
  assets,
  customerContacts,
  customers,
  maintenanceAssets,
  maintenancePlans,
  messageTemplates,
  problemKinds,
  requests,
  siteWishes,
} from '@/db/models/requests';
import { company, jobKinds, sites } from '@/db/models/set-up';
import { rowsOf } from '@/db/models/table';
import { workOrders } from '@/db/models/work';
import type { DemoData } from './demo-data';

/** Who keeps each kind of site: the last words of its name say which. */
const KEEPERS: readonly (readonly [id: string, name: string, endings: readonly string[]])[] = [
  ['lay-bys', 'Roads Office of Orrimay', ['lay-by', 'car park']],
  ['forecourts', 'Forecourt Keepers of Orrimay', ['forecourt', 'works yard']],
  ['ferries', 'Ferry Stages Trust', ['ferry stage', 'quay']],
  ['halls', 'Market and Swimming Halls Board', ['market hall', 'swimming hall']],
  ['schools', 'School and Library Board', ['school yard', 'library']],
  ['inns', 'Inn Yards Together', ['inn yard']],
  ['buses', 'Island Bus Yards', ['bus yard']],
];
const CONTACTS = [
  'Ansel Mirrick',
  'Bette Corrow',
  'Dorin Hask',
  'Elva Tarnby',
  'Femke Oswin',
  'Gorran Ludd',
  'Hesper Vail',
];
const MODELS = ['Post 22', 'Post 50', 'Cabinet 150'];
export const at = (date: string, minutes: number): Date =>
  new Date(instantOf(date, minutes, 'Atlantic/Madeira') * 1000);

/** The serial number of what stands at a site of the demo, by the places of both in their lists. */
export const serialOf = (site: number, n: number): string => `OC-${10_000 + site * 7 + n}`;

export const keeperOf = (name: string): string | null =>
  KEEPERS.find(([, , endings]) => endings.some((e) => name.endsWith(e)))?.[0] ?? null;

/** Customers with contacts and agreements, what stands at their sites, and whom they like to see. */
export async function writeCustomers(transaction: Transaction, demo: DemoData): Promise<void> {
  const random = createRandom(77);
  await rowsOf(transaction, customers).insert(
    KEEPERS.map(([id, name], i) => ({
      id: `customer-${id}`,
      name,
      phone: `+999 20 ${1000 + i * 137}`,
      email: `office@${id}.example`,
    })),
  );
  await rowsOf(transaction, customerContacts).insert(
    KEEPERS.map(([id], i) => ({
      id: `contact-${id}`,
      customerId: `customer-${id}`,
      name: CONTACTS[i]!,
      role: 'Yard keeper',
      phone: `+999 20 ${1500 + i * 211}`,
      email: `yard@${id}.example`,
    })),
  );
  for (const site of demo.sites) {
    const keeper = keeperOf(site.name);
    if (keeper)
      await rowsOf(transaction, sites).update({ id: site.id }, { customerId: `customer-${keeper}` });
  }
  const wished = demo.sites.filter((_, i) => i % 23 === 4);
  await rowsOf(transaction, siteWishes).insert(
    wished.flatMap((s) => {
      const near = demo.people.filter((p) => p.territory.id === s.territory.id);
      return near.length < 2
        ? []
        : [
            {
              siteId: s.id,
              technicianId: near[random.below(near.length - 1)]!.id,
              wish: 'favoured' as const,
            },
            { siteId: s.id, technicianId: near.at(-1)!.id, wish: 'avoid' as const },
          ];
    }),
  );
  for (const [i, s] of wished.entries())
    await rowsOf(transaction, sites).update(
      { id: s.id },
      { bestDays: [[2, 4], [], [1, 3, 5]][i % 3]!, bestFromMin: i % 2 === 0 ? 480 : null, bestToMin: 720 },
    );
  const stands = demo.sites.flatMap((s, i) =>
    Array.from({ length: 1 + (i % 3) }, (_, n) => ({
      id: `asset-${s.id.slice(5)}-${n + 1}`,
      name: `Bay ${n + 1}`,
      siteId: s.id,
      model: MODELS[(i + n) % MODELS.length]!,
      serial: serialOf(i, n),
      installedOn: `20${18 + ((i + n) % 7)}-0${1 + ((i * 3 + n) % 9)}-15`,
    })),
  );
  await rowsOf(transaction, assets).insert(stands);
  await rowsOf(transaction, assetParts).insert(
    stands.flatMap((a) =>
      (a.model === 'Cabinet 150' ? ['contactor', 'meter'] : ['reader']).map((partId) => ({
        assetId: a.id,
        partId,
      })),
    ),
  );
  await rowsOf(transaction, agreements).insert(
    KEEPERS.slice(0, 5).map(([id], i) => ({
      id: `agreement-${id}`,
      name: i < 2 ? 'Running within a day' : 'Care twice a year',
      customerId: `customer-${id}`,
      respondMin: i < 2 ? 1440 : 4320,
      finishMin: i < 2 ? 2880 : 10_080,
      price: i < 2 ? 180 : 95,
      validFrom: '2026-01-01',
      validTo: '2026-12-31',
    })),
  );
  await rowsOf(transaction, agreementKinds).insert(
    KEEPERS.slice(0, 2).flatMap(([id]) =>
      ['dead-charger', 'terminal'].map((jobKindId) => ({ agreementId: `agreement-${id}`, jobKindId })),
    ),
  );
  // Work in hand is at something that stands there, most often.
  const byAt = new Map(stands.map((a) => [a.siteId, a.id]));
  for (const order of demo.orders) {
    const assetId = order.number % 4 === 0 ? null : (byAt.get(order.site.id) ?? null);
    const keeper = keeperOf(order.site.name);
    const agreementId =
      keeper &&
      KEEPERS.slice(0, 2).some(([id]) => id === keeper) &&
      ['dead-charger', 'terminal'].includes(order.kind.id)
        ? `agreement-${keeper}`
        : null;
    if (assetId ?? agreementId)
      await rowsOf(transaction, workOrders).update({ id: `order-${order.number}` }, { assetId, agreementId });
  }
}

const PROBLEMS = [
  [
    'dead',
    'Charger is dead',
    'dead-charger',
    'Is any light on? Did others charge there today?',
    'The breaker behind the kiosk may be off: ask to press it in.',
  ],
  [
    'card',
    'Card is not taken',
    'terminal',
    'Which card, and what does the screen say?',
    'Hold the card flat for three seconds.',
  ],
  ['bay', 'Bay is locked', 'locked-bay', 'Is a car inside?', ''],
  ['signal', 'Weak signal', 'signal', 'Since when?', 'Switch off and on at the back.'],
  ['price', 'Question about a price', null, 'Which day?', 'Prices are by the hour since January.'],
] as const;

/** What callers say, two requests that wait, care that comes back, and what customers are written. */
export async function writeRequests(transaction: Transaction, demo: DemoData): Promise<void> {
  const kinds = new Set((await rowsOf(transaction, jobKinds).find({})).map((k) => k.id));
  await rowsOf(transaction, problemKinds).insert(
    PROBLEMS.map(([id, name, kind, ask, advice]) => ({
      id: `problem-${id}`,
      name,
      jobKindId: kind !== null && kinds.has(kind) ? kind : null,
      ask,
      advice,
    })),
  );
  const located = demo.sites.filter((s) => keeperOf(s.name) !== null);
  const said = [
    ['dead', 'phone', 'The middle bay has been dark since the storm.', 'Gorran Ludd'],
    ['card', 'mail', 'Cards are refused at bay 1, coins are taken.', 'Elva Tarnby'],
    ['bay', 'form', 'The bolt will not open, a car is inside.', 'Bette Corrow'],
    ['price', 'phone', 'Wants to know why last week was dearer.', 'Dorin Hask'],
  ] as const;
  await rowsOf(transaction, requests).insert(
    said.map(([problem, channel, text, caller], i) => {
      const site = located[17 + i * 31]!;
      return {
        id: `request-${i + 1}`,
        number: i + 1,
        siteId: site.id,
        customerId: `customer-${keeperOf(site.name)}`,
        problemKindId: `problem-${problem}`,
        channel,
        caller,
        callBack: `+999 20 ${3000 + i}`,
        said: text,
        stage: problem === 'price' ? ('solved' as const) : ('new' as const),
        solution: problem === 'price' ? 'Told them about the prices by the hour.' : '',
        receivedAt: at('2026-06-09', 7 * 60 + i * 22),
      };
    }),
  );
  await rowsOf(transaction, maintenancePlans).insert(
    [
      {
        id: 'plan-quarterly',
        name: 'Quarterly check of cabinets',
        jobKindId: 'safety-check',
        rule: 'FREQ=MONTHLY;INTERVAL=3;BYDAY=1MO',
        countsFrom: 'calendar',
        startsOn: '2026-01-01',
        leadDays: 28,
        withinDays: 10,
      },
      {
        id: 'plan-firmware',
        name: 'Firmware twice a year',
        jobKindId: 'firmware',
        rule: 'FREQ=MONTHLY;INTERVAL=6;BYMONTHDAY=15',
        countsFrom: 'last-done',
        startsOn: '2026-03-15',
        leadDays: 14,
        withinDays: 21,
      },
    ].filter((p) => kinds.has(p.jobKindId)) as never,
  );
  const cabinets = demo.sites.flatMap((s, i) =>
    Array.from({ length: 1 + (i % 3) }, (_, n) => ({
      id: `asset-${s.id.slice(5)}-${n + 1}`,
      model: (i + n) % 3,
    })),
  );
  await rowsOf(transaction, maintenanceAssets).insert([
    ...cabinets
      .filter((c) => c.model === 2)
      .slice(0, 40)
      .map((c) => ({ planId: 'plan-quarterly', assetId: c.id })),
    ...(kinds.has('firmware')
      ? cabinets
          .filter((c) => c.model === 1)
          .slice(0, 30)
          .map((c) => ({ planId: 'plan-firmware', assetId: c.id }))
      : []),
  ]);
  await rowsOf(transaction, messageTemplates).insert([
    {
      id: 'message-promised',
      name: 'A time is promised',
      event: 'promised',
      channel: 'mail',
      language: 'en',
      subject: '{work} at {site}: {day}, {from} to {to}',
      body: 'Good day {caller},\n\nsomebody will be at {site} on {day} between {from} and {to}.\nYour number is {number}.\n\n{company}',
    },
    {
      id: 'message-moved',
      name: 'A time is moved',
      event: 'moved',
      channel: 'mail',
      language: 'en',
      subject: 'Moved: {work} at {site}, now {day}, {from} to {to}',
      body: 'Good day {caller},\n\nthe time has moved to {day} between {from} and {to}. We are sorry for the change.\n\n{company}',
    },
    {
      id: 'message-on-the-way',
      name: 'Somebody is on the way',
      event: 'on-the-way',
      channel: 'text',
      language: 'en',
      subject: '',
      body: '{company}: somebody is on the way to {site} for {work}.',
    },
    {
      id: 'message-done',
      name: 'It is done',
      event: 'done',
      channel: 'mail',
      language: 'en',
      subject: 'Done: {work} at {site}',
      body: 'Good day {caller},\n\n{number} is done. Tell us where that is not so.\n\n{company}',
    },
    {
      id: 'message-sorry',
      name: 'It will not be done',
      event: 'sorry',
      channel: 'mail',
      language: 'en',
      subject: 'Cancelled: {work} at {site}',
      body: 'Good day {caller},\n\n{number} is cancelled. Call us where that is not right.\n\n{company}',
    },
    {
      id: 'message-booked',
      name: 'Booked alone, to be confirmed',
      event: 'booked',
      channel: 'mail',
      language: 'en',
      subject: 'Please confirm: {work} on {day}',
      body: 'Good day {caller},\n\nplease confirm {work} at {site} on {day} between {from} and {to}:\n{link}\n\nThe same link changes or cancels it.\n\n{company}',
    },
  ]);
  for (const [id, bookable, publicName] of [
    ['dead-charger', 'at-once', 'My charger is dead'],
    ['terminal', 'at-once', 'The card is not taken'],
    ['safety-check', 'request', 'Safety check'],
  ] as const)
    await rowsOf(transaction, jobKinds).update({ id }, { bookable, publicName });
  const [own] = await rowsOf(transaction, company).find({});
  if (own) await rowsOf(transaction, company).update({ id: own.id }, { bookingOpen: true });
}
