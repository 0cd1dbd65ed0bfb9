import { extentSchema, runRequest } from '@/contract/run';
import { ApiError } from '../shared/api';
import { errorText } from './errors';
import { outcomeText, proofText } from './runs';

describe('what went wrong, in a sentence', () => {
  it.each<[string, Record<string, unknown>, string]>([
    ['offline', {}, 'cannot be reached'],
    ['signed-out', {}, 'Sign in again'],
    ['not-found', {}, 'nothing here that you may see'],
    ['too-many', {}, 'Wait five minutes'],
    ['invalid', { message: 'at least 1 second' }, 'at least 1 second'],
    ['invalid', { outcome: 'no-work' }, 'no visits to plan'],
    ['invalid', { outcome: 'no-people' }, 'Nobody works'],
    ['conflict', { runId: 'x' }, 'under way'],
    ['conflict', { reason: 'not-open' }, 'accepted or thrown away already'],
    ['conflict', { reason: 'live-changed', changed: ['W-1', 'W-2'] }, 'W-1, W-2'],
    ['broken', {}, 'Nothing was changed'],
  ])('%s %j', (code, facts, text) => expect(errorText(new ApiError(code, facts))).toContain(text));
  it('shortens long lists and survives surprises', () => {
    const changed = Array.from({ length: 20 }, (_, i) => `W-${i}`);
    expect(errorText(new ApiError('conflict', { changed }))).toContain('and 8 more');
    expect(errorText(new Error('boom'))).toContain('Nothing was changed');
  });
});

describe('how a run ended', () => {
  it.each([
    [{ code: 'worker-lost' }, 'run it again'],
    [{ code: 'held-visits-break-rules', visitIds: ['a', 'b'] }, '(2)'],
    [{ code: 'checker-refused', violations: 3 }, '3 broken rules'],
    [{ code: 'crashed', detail: 'out of memory' }, 'out of memory'],
  ] as const)('%j', (outcome, text) => expect(outcomeText(outcome)).toContain(text));
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
  const request = { extent, playbookVersionId: 'p', mayMove: 'all', seconds: 5 };
  it('takes a good request', () => expect(runRequest.safeParse(request).success).toBe(true));
  it.each([
    [{ ...extent, lastDate: '2026-06-07' }],
    [{ ...extent, lastDate: '2026-07-09' }],
    [{ ...extent, firstDate: '8 June' }],
    [{ ...extent, territoryIds: [] }],
  ])('refuses the extent %j', (wrong) => expect(extentSchema.safeParse(wrong).success).toBe(false));
  it.each([0, 1801, 2.5, 'many'])('refuses %p seconds', (seconds) => {
    expect(runRequest.safeParse({ ...request, seconds }).success).toBe(false);
  });
});
