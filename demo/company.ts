/** What Orrimay Charge Care does, in settings: skills, job kinds, hours, playbooks. */
export const SKILLS = [
  { id: 'low-voltage', name: 'Low voltage', groupName: 'Electrical', expires: false },
  { id: 'high-voltage', name: 'High voltage', groupName: 'Electrical', expires: true },
  { id: 'cable', name: 'Cable jointing', groupName: 'Electrical', expires: false },
  { id: 'electronics', name: 'Power electronics', groupName: 'Electronics', expires: false },
  { id: 'network', name: 'Network', groupName: 'Electronics', expires: false },
  { id: 'payment', name: 'Payment terminals', groupName: 'Electronics', expires: true },
  { id: 'inspection', name: 'Safety inspection', groupName: 'Safety', expires: true },
  { id: 'lifting', name: 'Lifting', groupName: 'Safety', expires: false },
  { id: 'civil', name: 'Foundations', groupName: 'Building', expires: false },
] as const;
export type SkillId = (typeof SKILLS)[number]['id'];

export interface JobKind {
  readonly id: string;
  readonly name: string;
  readonly durationMin: number;
  readonly promiseDays: number;
  readonly skills: readonly (readonly [SkillId, number])[];
  /** Share of the work orders, and how urgent they tend to be. */
  readonly share: number;
  readonly priority: number;
  /** How often customers are promised a window for it. */
  readonly windowShare: number;
}

export const JOB_KINDS: readonly JobKind[] = [
  {
    id: 'dead-charger',
    name: 'Dead charger',
    durationMin: 75,
    promiseDays: 2,
    skills: [
      ['low-voltage', 3],
      ['electronics', 2],
    ],
    share: 16,
    priority: 1,
    windowShare: 0.75,
  },
  {
    id: 'terminal',
    name: 'Payment terminal',
    durationMin: 40,
    promiseDays: 3,
    skills: [['payment', 2]],
    share: 13,
    priority: 2,
    windowShare: 0.5,
  },
  {
    id: 'safety-check',
    name: 'Quarterly safety check',
    durationMin: 60,
    promiseDays: 10,
    skills: [['inspection', 2]],
    share: 15,
    priority: 4,
    windowShare: 0.2,
  },
  {
    id: 'firmware',
    name: 'Firmware visit',
    durationMin: 30,
    promiseDays: 10,
    skills: [['network', 2]],
    share: 11,
    priority: 5,
    windowShare: 0.1,
  },
  {
    id: 'locked-bay',
    name: 'Locked bay',
    durationMin: 35,
    promiseDays: 1,
    skills: [['low-voltage', 1]],
    share: 9,
    priority: 2,
    windowShare: 0.7,
  },
  {
    id: 'cable-swap',
    name: 'Cable swap',
    durationMin: 55,
    promiseDays: 4,
    skills: [['cable', 2]],
    share: 9,
    priority: 3,
    windowShare: 0.5,
  },
  {
    id: 'meter',
    name: 'Meter exchange',
    durationMin: 50,
    promiseDays: 7,
    skills: [['low-voltage', 3]],
    share: 8,
    priority: 3,
    windowShare: 0.4,
  },
  {
    id: 'connector',
    name: 'Worn connector',
    durationMin: 35,
    promiseDays: 5,
    skills: [['low-voltage', 2]],
    share: 7,
    priority: 3,
    windowShare: 0.35,
  },
  {
    id: 'cabinet',
    name: 'Cabinet inspection',
    durationMin: 90,
    promiseDays: 8,
    skills: [['high-voltage', 3]],
    share: 4,
    priority: 3,
    windowShare: 0.5,
  },
  {
    id: 'new-post',
    name: 'New post',
    durationMin: 150,
    promiseDays: 9,
    skills: [
      ['civil', 2],
      ['lifting', 2],
    ],
    share: 3,
    priority: 4,
    windowShare: 0.5,
  },
  {
    id: 'signal',
    name: 'Weak signal',
    durationMin: 45,
    promiseDays: 5,
    skills: [['network', 3]],
    share: 3,
    priority: 3,
    windowShare: 0.3,
  },
  {
    id: 'storm-damage',
    name: 'Storm damage',
    durationMin: 110,
    promiseDays: 1,
    skills: [
      ['high-voltage', 2],
      ['lifting', 1],
    ],
    share: 2,
    priority: 1,
    windowShare: 0.6,
  },
];

/** Work that asks for more than one person with a van. */
export interface SpecialKind extends JobKind {
  readonly opensUntil?: number;
  readonly settings: {
    readonly people?: number;
    readonly crewOf?: number;
    readonly groupId?: string;
    readonly bufferBeforeMin?: number;
    readonly bufferAfterMin?: number;
    readonly windowOn?: 'start' | 'finish';
    readonly leadTimeMin?: number;
    readonly allowedPatternId?: string;
    readonly mostDayMin?: number;
    readonly prices?: Record<string, number>;
    readonly attributes?: Record<string, boolean>;
    readonly tasks?: readonly string[];
  };
  readonly equipment?: readonly string[];
  readonly premises?: readonly string[];
}

const special = { share: 0, windowShare: 0 } as const;
export const SPECIAL_KINDS: readonly SpecialKind[] = [
  {
    ...special,
    id: 'cable-test',
    name: 'Cable test',
    durationMin: 120,
    promiseDays: 7,
    skills: [['cable', 2]],
    priority: 3,
    equipment: ['test-trailer'],
    settings: {
      groupId: 'jointers',
      bufferBeforeMin: 10,
      bufferAfterMin: 10,
      tasks: ['Isolate and earth', 'Measure each core', 'Write the protocol'],
    },
  },
  {
    ...special,
    id: 'mast-lift',
    name: 'Mast lift',
    durationMin: 100,
    promiseDays: 8,
    skills: [['low-voltage', 2]],
    priority: 3,
    equipment: ['lift-truck'],
    settings: { people: 2, attributes: { climbs: true }, allowedPatternId: 'daylight' },
  },
  {
    ...special,
    id: 'new-cabinet',
    name: 'New cabinet',
    durationMin: 210,
    promiseDays: 9,
    skills: [['low-voltage', 2]],
    priority: 2,
    settings: { crewOf: 2, leadTimeMin: 1440 },
  },
  {
    ...special,
    id: 'bench-repair',
    name: 'Bench repair',
    durationMin: 90,
    promiseDays: 8,
    skills: [['low-voltage', 2]],
    priority: 4,
    equipment: ['test-bench'],
    premises: ['depot-sallow'],
    settings: { windowOn: 'finish' },
  },
  {
    ...special,
    id: 'station-build',
    name: 'New station',
    durationMin: 630,
    promiseDays: 9,
    skills: [['civil', 2]],
    priority: 3,
    opensUntil: 3,
    // Three days of one person: leaving it loose costs as much as three loose days would.
    settings: { mostDayMin: 210, prices: { looseEnd: 1500 } },
  },
  {
    ...special,
    id: 'post-and-wire',
    name: 'Post, then wiring',
    durationMin: 110,
    promiseDays: 7,
    skills: [['low-voltage', 3]],
    priority: 3,
    settings: {},
  },
];

/** Parts that kinds of work need. */
export const KIND_PARTS: Readonly<Record<string, readonly string[]>> = {
  'dead-charger': ['contactor'],
  terminal: ['reader'],
  'cable-swap': ['cable-set'],
  meter: ['meter'],
  'new-post': ['anchor-frame'],
  signal: ['antenna'],
};

const day = (from: number, to: number) => [{ startMin: from * 60, endMin: to * 60 }];
const five = (hours: { startMin: number; endMin: number }[]) => [hours, hours, hours, hours, hours, [], []];

export const WEEK_PATTERNS = [
  { id: 'days', name: 'Days, Monday to Friday', weeks: [five(day(8, 16.5))] },
  { id: 'early', name: 'Early, Monday to Friday', weeks: [five(day(7, 15.5))] },
  { id: 'late', name: 'Late, Monday to Friday', weeks: [five(day(10, 18.5))] },
  { id: 'part-time', name: 'Mornings', weeks: [five(day(8, 13))] },
  {
    id: 'split',
    name: 'Two halves with a long noon',
    weeks: [
      five([
        { startMin: 480, endMin: 720 },
        { startMin: 810, endMin: 1050 },
      ]),
    ],
  },
  {
    id: 'rotation',
    name: 'Saturday every other week',
    weeks: [five(day(8, 16.5)), [[], ...five(day(8, 16.5)).slice(1, 5), day(9, 15), []]],
  },
  {
    id: 'crew-days',
    name: 'Tuesday and Thursday',
    weeks: [[[], day(8, 16.5), [], day(8, 16.5), [], [], []]],
  },
  {
    id: 'daylight',
    name: 'In daylight, Monday to Thursday',
    weeks: [[...five(day(8, 17)).slice(0, 4), [], [], []]],
  },
  { id: 'shop-hours', name: 'Shop hours', weeks: [[...five(day(9, 18)).slice(0, 5), day(9, 13), []]] },
  { id: 'depot-hours', name: 'Yard hours', weeks: [five(day(7, 16))] },
] as const;

const BASE_PRICES = {
  drivingHour: 24,
  drivingKm: 0.12,
  overtimeHour: 78,
  lateMinute: 1.2,
  missedWindow: 60,
  dayWaited: 4,
  favouredMissed: 14,
  coverVisit: 11,
  loanVisit: 3,
  avoidedUsed: 14,
  weekOvertimeHour: 39,
  personOut: 0,
  looseEnd: [420, 260, 150, 90, 60],
} as const;

export const PLAYBOOKS = [
  {
    id: 'everyday',
    name: 'Everyday',
    note: 'Promises first, then the road',
    content: {
      format: 2,
      rules: {
        skills: true,
        territory: 'home-and-cover',
        persons: true,
        lateLimitMin: 30,
        restMin: 660,
        attributes: [{ id: 'climbing', personKey: 'climbs', match: 'equals', visitKey: 'climbs' }],
      },
      prices: BASE_PRICES,
      exceptions: [{ price: 'dayWaited', appliesTo: { priorities: [1] }, amount: 8 }],
    },
  },
  {
    id: 'storm-week',
    name: 'Storm week',
    note: 'Urgent work first; overtime is cheap, waiting is dear',
    content: {
      format: 2,
      rules: { skills: true, territory: 'home-and-cover', persons: true, lateLimitMin: 60 },
      prices: {
        ...BASE_PRICES,
        overtimeHour: 48,
        dayWaited: 16,
        coverVisit: 2,
        looseEnd: [900, 480, 150, 60, 30],
      },
    },
  },
  {
    id: 'thrifty',
    name: 'Thrifty',
    note: 'Fewer kilometres; own territory only',
    content: {
      format: 2,
      rules: { skills: true, territory: 'home', persons: true, lateLimitMin: 30 },
      prices: { ...BASE_PRICES, drivingHour: 40, drivingKm: 0.3, overtimeHour: 120, personOut: 8 },
    },
  },
] as const;
