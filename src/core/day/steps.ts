import type { FieldState } from './field-facts';

/** What the field can say of a visit. */
export const FIELD_STEPS = [
  'accepted',
  'late',
  'on-the-way',
  'arrived',
  'done',
  'not-done',
  'more-time',
] as const;
export type FieldStep = (typeof FIELD_STEPS)[number];

/** From which states a step leads where; null is where it was. */
const LEADS: Readonly<
  Record<FieldStep, { readonly from: readonly FieldState[]; readonly to: FieldState | null }>
> = {
  accepted: { from: ['planned'], to: 'accepted' },
  late: { from: ['planned', 'accepted', 'on-the-way'], to: null },
  'on-the-way': { from: ['planned', 'accepted'], to: 'on-the-way' },
  arrived: { from: ['planned', 'accepted', 'on-the-way'], to: 'on-site' },
  done: { from: ['on-site'], to: 'done' },
  'not-done': { from: ['planned', 'accepted', 'on-the-way', 'on-site'], to: 'not-done' },
  'more-time': { from: ['on-site'], to: 'on-site' },
};

/** Where a step leads from a state; null where it does not follow from it. */
export function stepOf(state: FieldState, step: FieldStep): FieldState | null {
  const { from, to } = LEADS[step];
  return from.includes(state) ? (to ?? state) : null;
}
