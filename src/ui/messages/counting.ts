/** How the company counts. */
export interface Counting {
  readonly currency: string;
  readonly distanceUnit: 'km' | 'mi';
}

const KM_A_MILE = 1.609344;
let counting: Counting = { currency: 'EUR', distanceUnit: 'km' };

/** Says how figures are written from now on: one company a page, told before anything of it is drawn. */
export function countIn(next: Counting): void {
  counting = next;
}

export function currencyText(): string {
  return counting.currency;
}

export function unitText(): string {
  return counting.distanceUnit;
}

/** Kilometres in the unit that is counted in. */
export function inUnits(km: number): number {
  return counting.distanceUnit === 'mi' ? km / KM_A_MILE : km;
}
