import { OBJECTIVES, type Objective, type Parts } from '@/core/index';
import { inUnits, unitText } from './counting';

const MICRO = 1_000_000;

/** "1 h 20", "35 min", "0 min". */
export function durationText(seconds: number): string {
  const sign = seconds < 0 ? '−' : '';
  const minutes = Math.round(Math.abs(seconds) / 60);
  const hours = Math.floor(minutes / 60);
  if (hours === 0) return `${sign}${minutes} min`;
  const rest = minutes % 60;
  return rest === 0 ? `${sign}${hours} h` : `${sign}${hours} h ${String(rest).padStart(2, '0')}`;
}

export function distanceText(metres: number): string {
  const far = inUnits(Math.abs(metres) / 1000);
  const said = far < 20 ? far.toFixed(1) : Math.round(far).toLocaleString('en');
  return `${metres < 0 ? '−' : ''}${said} ${unitText()}`;
}

/** Prices in the one currency; two decimals only where they matter. */
export function priceText(micros: number): string {
  const value = micros / MICRO;
  const text =
    Math.abs(value) < 100 ? Math.abs(value).toFixed(1) : Math.round(Math.abs(value)).toLocaleString('en');
  return `${value < 0 ? '−' : ''}${text}`;
}

/** A change with its sign; a true minus. */
export function changeText(change: number, text: (value: number) => string): string {
  if (change === 0) return '±0';
  return change > 0 ? `+${text(change)}` : text(change);
}

interface ObjectiveWords {
  readonly name: string;
  readonly amount: (value: number) => string;
}

const count = (value: number): string =>
  `${value < 0 ? '−' : ''}${Math.abs(Math.round(value)).toLocaleString('en')}`;

/** What each measure is called, and how its amount is written. */
export const OBJECTIVE_WORDS: Readonly<Record<Objective, ObjectiveWords>> = {
  travelTime: { name: 'Travel', amount: durationText },
  travelDistance: { name: 'Distance', amount: distanceText },
  overtime: { name: 'Overtime', amount: durationText },
  lateness: { name: 'Late', amount: durationText },
  missedWindows: { name: 'Missed windows', amount: count },
  unplanned: { name: 'Loose ends', amount: count },
  daysWaited: { name: 'Days waited', amount: count },
  favoured: { name: 'Favoured missed', amount: count },
  avoided: { name: 'Avoided used', amount: count },
  cover: { name: 'Cover visits', amount: count },
  loan: { name: 'Loan visits', amount: count },
  levelsToSpare: { name: 'Levels to spare', amount: count },
  labour: { name: 'Paid work', amount: durationText },
  personsOut: { name: 'Days sent out', amount: count },
  unfairShare: { name: 'Beyond fair share', amount: durationText },
  siteTrips: { name: 'Trips to shared sites', amount: count },
  margin: { name: 'Margin short', amount: durationText },
  changed: { name: 'Changed', amount: count },
  sharedOvertime: { name: 'Overtime of the week', amount: durationText },
  moved: { name: 'Times moved', amount: count },
};

/** Measures that mean something only where the playbook has a price for them. */
const ONLY_IF_PRICED: ReadonlySet<Objective> = new Set<Objective>([
  'avoided',
  'loan',
  'levelsToSpare',
  'labour',
  'unfairShare',
  'siteTrips',
  'margin',
  'changed',
  'sharedOvertime',
  'moved',
]);

/** The measures worth a line: the usual ones, and any other that costs something in one of the plans. */
export function tellingMeasures(...plans: readonly Parts[]): Objective[] {
  return OBJECTIVES.filter((o) => !ONLY_IF_PRICED.has(o) || plans.some((parts) => parts[o].price !== 0));
}

/** What all measures cost together, micros. */
export function totalOf(parts: Parts): number {
  return OBJECTIVES.reduce((sum, o) => sum + parts[o].price, 0);
}
