import { runRequest } from '@/contract/runs/ask';
import { extentSchema, type RunOutcome } from '@/contract/runs/run';
import { ApiError } from '../shared/api';
import { errorText } from './errors';
import { outcomeText, proofText } from './runs/outcomes';

describe('what went wrong, in a sentence', () => {
  it.each<[string, Record<string, unknown>, string]>([
    ['offline', {}, 'cannot be reached'],
    ['signed-out', {}, 'Sign in again'],
    ['not-found', {}, 'nothing here that you may see'],
    ['too-many', { what: 'sign-in', seconds: 290 }, 'Wait 5 minutes'],
    ['too-many', { what: 'runs', most: 10 }, '10 runs waiting'],
    ['too-large', {}, 'Send less'],
    ['away', {}, 'database is away'],
    ['unreadable', {}, 'Reload'],
    ['invalid', { problems: [{ path: 'zone', code: 'zone', facts: {} }] }, 'zone must be a time zone'],
    ['invalid', { message: 'at least 1 second' }, 'at least 1 second'],
    ['invalid', { outcome: 'no-work' }, 'no visits to plan'],
    ['invalid', { outcome: 'no-people' }, 'Nobody works'],
    ['conflict', { runId: 'x' }, 'under way'],
    ['conflict', { reason: 'not-open' }, 'accepted or thrown away already'],
    [
      'conflict',
      { reason: 'live-changed', changed: ['W-1', 'W-2'], others: 3 },
      'W-1, W-2 and 3 visits elsewhere',
    ],
    ['conflict', { reason: 'live-changed', changed: [], others: 1 }, 'one visit elsewhere'],
    [
      'conflict',
      {
        reason: 'breaks-rules',
        broken: [{ rule: 'skills', visit: 'W-7', person: 'Ada', date: '2026-06-09' }],
      },
      'Skill or level missing on the day (W-7, Ada, 2026-06-09)',
    ],
    [
      'conflict',
      { reason: 'stale', changes: [{ by: 'Joss', fields: ['name', 'zone'] }] },
      'Joss changed name, zone',
    ],
    ['conflict', { reason: 'in-use', uses: [{ object: 'technicians', title: 'Ada' }] }, 'technician Ada'],
    ['conflict', { reason: 'changed-since' }, 'cannot be undone'],
    ['broken', {}, 'Nothing was changed'],
  ])('%s %j', (code, facts, text) => expect(errorText(new ApiError(code, facts))).toContain(text));
  it('shortens long lists and survives surprises', () => {
    const changed = Array.from({ length: 20 }, (_, i) => `W-${i}`);
    expect(errorText(new ApiError('conflict', { reason: 'live-changed', changed }))).toContain('and 8 more');
    expect(errorText(new Error('boom'))).toContain('Nothing was changed');
  });
});

describe('how a run ended', () => {
  it.each([
    [{ code: 'worker-lost' }, 'run it again'],
    [{ code: 'held-visits-break-rules', visitIds: ['a', 'b'] }, '(2)'],
    [{ code: 'checker-refused', violations: 3 }, '3 broken rules'],
    [{ code: 'crashed', detail: 'out of memory' }, 'out of memory'],
  ] satisfies [RunOutcome, string][])('%j', (outcome, text) => expect(outcomeText(outcome)).toContain(text));
});

describe('what was proven', () => {
  it.each([
    [100e6, 100e6, 'no plan costs less'],
    [100.005e6, 100e6, 'by more than 0.01 %'],
    [110e6, 100e6, '10.0 % more'],
    [110e6, null, 'nothing proven'],
  ])('price %f, bound %p', (price, bound, text) => expect(proofText(price, bound)).toContain(text));
});

describe('what a run may be asked', () => {
  const extent = { territoryIds: ['a'], firstDate: '2026-06-08', lastDate: '2026-06-10' };
  const request = {
    extent,
    playbookVersionIds: ['p'],
    mayMove: 'all',
    budget: { kind: 'seconds', seconds: 5 },
  };
  it('takes a good request', () => expect(runRequest.safeParse(request).success).toBe(true));
  it.each([
    [{ ...extent, lastDate: '2026-06-07' }],
    [{ ...extent, lastDate: '2026-07-09' }],
    [{ ...extent, firstDate: '8 June' }],
    [{ ...extent, territoryIds: [] }],
  ])('refuses the extent %j', (wrong) => expect(extentSchema.safeParse(wrong).success).toBe(false));
  it.each([0, 3601, 2.5, 'many', true])('refuses %p seconds', (seconds) => {
    const budget = { kind: 'seconds', seconds };
    expect(runRequest.safeParse({ ...request, budget }).success).toBe(false);
  });
});
