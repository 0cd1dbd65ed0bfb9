import { aProblem, aShift, aVisit } from '../../../tests/support/small';
import { indexProblem } from '../travel/problem-index';
import { crossGap } from './gap';
import { legM, legUsualSec } from './leg';

const index = indexProblem(aProblem([aShift()], [aVisit()], { home: 0, site: 16, depot: 40 }));

describe('a leg by way of parts', () => {
  it('is as long as both its halves', () => {
    const leg = { from: 'home', to: 'site', via: 'depot' };
    expect(legUsualSec(index, leg)).toBe((40 + 24) * 60);
    expect(legM(index, leg)).toBe((40 + 24) * 60 * 15);
    expect(legUsualSec(index, { ...leg, via: null })).toBe(16 * 60);
  });
});

describe('crossing a gap', () => {
  it('lacks what the break that begins too soon lacks, however much room there is after it', () => {
    const leg = { from: 'home', to: 'site', via: null };
    const pause = (startSec: number) => ({ startSec, endSec: startSec + 600 });
    // Sixteen minutes of driving: a break ten minutes before the first moment cannot be.
    const gap = { leg, fromSec: 6000, toSec: 20_000, breaks: [pause(5400), pause(9000)] };
    expect(crossGap(index, gap).shortSec).toBe(600);
    expect(crossGap(index, { ...gap, breaks: [pause(6000), pause(9000)] }).shortSec).toBe(0);
    expect(crossGap(index, { ...gap, breaks: [], toSec: 6900 }).shortSec).toBe(60);
  });
});
