import { FIELD_STATES } from './field-facts';
import { FIELD_STEPS, stepOf } from './steps';

describe('steps of a visit', () => {
  it('lead from planned over the way and the site to done', () => {
    let state = 'planned' as const as Parameters<typeof stepOf>[0];
    for (const step of ['accepted', 'on-the-way', 'arrived', 'more-time', 'done'] as const)
      state = stepOf(state, step)!;
    expect(state).toBe('done');
  });

  it('need not all be told: who is there was on the way', () => {
    expect(stepOf('planned', 'arrived')).toBe('on-site');
    expect(stepOf('planned', 'done')).toBeNull();
  });

  it('end where a visit is over, and none leads back', () => {
    for (const state of ['done', 'not-done', 'cancelled'] as const)
      for (const step of FIELD_STEPS) expect(stepOf(state, step)).toBeNull();
    const rank = new Map(FIELD_STATES.map((s, i) => [s, i]));
    for (const state of FIELD_STATES)
      for (const step of FIELD_STEPS) {
        const to = stepOf(state, step);
        if (to !== null) expect(rank.get(to)!).toBeGreaterThanOrEqual(rank.get(state)!);
      }
  });
});
