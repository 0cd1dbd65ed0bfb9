import { type PlaybookContent, playbookContent } from './playbook';

const RULES = { skills: true, territory: 'home-and-cover', persons: true, lateLimitMin: 30, restMin: 660 };
const PRICES = {
  drivingHour: 24,
  drivingKm: 0.12,
  overtimeHour: 78,
  weekOvertimeHour: 39,
  lateMinute: 1.2,
  missedWindow: 60,
  dayWaited: 4,
  favouredMissed: 14,
  avoidedUsed: 14,
  coverVisit: 11,
  loanVisit: 5,
  changed: 6,
  moved: 2,
  movedMin: 15,
  personOut: 0,
  looseEnd: [420, 260, 150, 90, 60],
};

interface Shipped {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly content: PlaybookContent;
}

const shipped = (id: string, name: string, note: string, rules: object, prices: object): Shipped => ({
  id,
  name,
  note,
  content: playbookContent.parse({
    format: 2,
    rules: { ...RULES, ...rules },
    prices: { ...PRICES, ...prices },
  }),
});

/** What a company begins with; the first prices its plan until another is chosen. All are there to be copied and changed. */
export const SHIPPED_PLAYBOOKS: readonly Shipped[] = [
  shipped('balanced', 'Balanced', 'Promises before the road, the road before waiting', {}, {}),
  shipped(
    'promises',
    'Promises first',
    'Late and missed windows are dear; overtime is cheap against them',
    { lateLimitMin: 15 },
    { lateMinute: 3, missedWindow: 180, overtimeHour: 48, coverVisit: 6 },
  ),
  shipped(
    'short-ways',
    'Short ways',
    'Few kilometres and few people out; waiting costs little',
    {},
    { drivingHour: 40, drivingKm: 0.4, dayWaited: 1.5, personOut: 12, overtimeHour: 110 },
  ),
];
