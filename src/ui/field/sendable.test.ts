import type { FieldReport } from '@/contract/day/reports';
import { sendable } from './sendable';
import { UNSAID } from './unsaid';

const report = (n: number, note = ''): FieldReport => ({
  ...UNSAID,
  id: `r${n}`,
  personId: 'p',
  kind: 'off',
  at: '2026-06-09T08:00:00Z',
  reason: note,
});

describe('what goes at once of what waits', () => {
  it('is the first of it, in order, as much as may go', () => {
    const list = [report(1), report(2), report(3)];
    expect(sendable(list)).toEqual(list);
    const one = JSON.stringify(list[0]).length;
    expect(sendable(list, 2 * one).map((r) => r.id)).toEqual(['r1', 'r2']);
    expect(sendable([])).toEqual([]);
  });

  it('is one at least, however large, so that nothing waits for ever', () => {
    expect(sendable([report(1, 'x'.repeat(5000)), report(2)], 100).map((r) => r.id)).toEqual(['r1']);
  });

  it('is no more than are taken at once, and all of it in the end', () => {
    let waiting = Array.from({ length: 450 }, (_, i) => report(i));
    const sent: string[] = [];
    for (let go = 0; waiting.length > 0; go++) {
      expect(go).toBeLessThan(10);
      const now = sendable(waiting);
      expect(now.length).toBeLessThanOrEqual(200);
      sent.push(...now.map((r) => r.id));
      waiting = waiting.slice(now.length);
    }
    expect(sent).toEqual(Array.from({ length: 450 }, (_, i) => `r${i}`));
  });
});
