import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import type { Plan } from '../model/plan';
import { indexProblem } from '../travel/problem-index';
import { replay } from './replay';

const index = indexProblem(aProblem([aShift()], [aVisit(), aVisit({ id: 'w' })]));
const plan: Plan = {
  format: 'lime-plan',
  version: 1,
  price: 0,
  routes: [
    {
      shiftId: 's',
      departSec: 8 * HOUR,
      breakStartSecs: [],
      stops: [{ visitId: 'v', startSec: 8 * HOUR + 960 }],
      arriveSec: 9 * HOUR + 1920,
    } as Plan['routes'][number],
  ],
  unplannedVisitIds: ['w'],
};

describe('a plan that names what is not there', () => {
  it('is refused for one name alone, wherever it stands', () => {
    expect(replay(index, plan).ok).toBe(true);
    const [route] = plan.routes;
    const cases = [
      { path: 'unplannedVisitIds[1]', changed: { ...plan, unplannedVisitIds: ['w', 'x'] } },
      { path: 'routes[0].shiftId', changed: { ...plan, routes: [{ ...route!, shiftId: 'x' }] } },
      {
        path: 'routes[0].stops[0].visitId',
        changed: { ...plan, routes: [{ ...route!, stops: [{ ...route!.stops[0]!, visitId: 'x' }] }] },
      },
    ];
    for (const { path, changed } of cases) {
      const result = replay(index, changed);
      expect(result.ok ? [] : result.errors.map((e) => [e.path, e.id])).toEqual([[path, 'x']]);
    }
  });
});
