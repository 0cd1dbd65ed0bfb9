import { type PlaybookContent, playbookContent } from './playbook';
import { usualRules } from './rules';

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
    format: 3,
    rules: { ...usualRules(), rest: { on: true, min: 660 }, ...rules },
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
    { late: { min: 15 } },
    { lateMinute: 3, missedWindow: 180, overtimeHour: 48, coverVisit: 6, marginMinute: 0.2, marginMin: 15 },
  ),
  shipped(
    'cost',
    'Cost first',
    'Few kilometres, few people out, hardly any overtime; waiting costs little',
    {},
    { drivingHour: 40, drivingKm: 0.4, dayWaited: 1.5, personOut: 12, overtimeHour: 110, siteTrip: 6 },
  ),
  shipped(
    'storm',
    'Storm week',
    'Urgent work at once; overtime and cover are cheap, the rest may wait',
    { late: { min: 60 }, lead: { on: false } },
    {
      overtimeHour: 48,
      dayWaited: 16,
      coverVisit: 2,
      loanVisit: 0,
      changed: 2,
      moved: 0.5,
      looseEnd: [900, 480, 150, 60, 30],
    },
  ),
];
