import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { timeRoute } from '../timing/time-route';
import { indexProblem } from '../travel/problem-index';
import { waitingTogether } from './components';

describe('routes that wait for each other', () => {
  const shifts = ['a', 'b', 'c', 'd'].map((id) => aShift({ id, personId: `p-${id}` }));
  const both = aVisit({ id: 'both', people: 2 });
  const first = aVisit({ id: 'first' });
  const then = aVisit({ id: 'then', after: { visitId: 'first', gapSec: 0 } });
  const alone = aVisit({ id: 'alone' });
  const index = indexProblem(aProblem(shifts, [both, first, then, alone]));
  const at = (i: number, visits: (typeof both)[]) =>
    timeRoute(index, shifts[i]!, visits, { starts: new Map([['both', 10 * HOUR]]) })!;

  it('are those with a visit in common, and those of which one follows the other', () => {
    const routes = [at(0, [both]), at(1, [first, both]), at(2, [then]), at(3, [alone])];
    const groups = waitingTogether(index, routes).map((g) => g.map((r) => r.shift.id));
    expect(groups).toEqual([['a', 'b', 'c'], ['d']]);
  });

  it('are each alone where nothing holds them together', () => {
    const routes = [at(0, [first]), at(3, [alone])];
    expect(waitingTogether(index, routes)).toHaveLength(2);
  });
});
