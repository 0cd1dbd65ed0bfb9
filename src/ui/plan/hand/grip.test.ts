import type { PersonView, PlanView } from '@/contract/plan/plan-view';
import type { Fit } from './board/fits';
import { gripAt, gripOff, handledOf, holdOf, shiftAt, snapped } from './grip';

const stop = (visitId: string, startAt: number) => ({
  visitId,
  startAt,
  finishAt: startAt + 3600,
  travelSec: 0,
  slackSec: 0,
});
const person = (id: string, stops: ReturnType<typeof stop>[]): PersonView => ({
  id,
  name: id,
  zone: 'UTC',
  homeTerritory: 'quay',
  skills: [],
  groupIds: [],
  shifts: [
    {
      id: `${id}@2026-06-10`,
      date: '2026-06-10',
      startAt: 28_800,
      endAt: 61_200,
      route: {
        departAt: 28_800,
        arriveAt: 61_200,
        workEndAt: 61_200,
        overtimeSec: 0,
        endTravelSec: 0,
        breaks: [],
        stops,
      },
    },
  ],
});
const view = {
  people: [
    person('ann', [stop('a', 30_000), stop('b', 36_000), stop('pair', 50_000)]),
    person('bo', [stop('pair', 50_000)]),
    person('cy', []),
  ],
} as unknown as PlanView;
const at = (id: string, sec: number) => ({ personId: id, shiftId: `${id}@2026-06-10`, at: sec });

describe('what is held', () => {
  it('goes where it aims, and what goes along keeps its distance', () => {
    const hold = holdOf(view, ['a', 'b'], 'ann@2026-06-10');
    expect(gripAt(hold, at('cy', 33_000), null).visits).toEqual([
      { visitId: 'a', seats: [{ shiftId: 'cy@2026-06-10', fromAt: 33_000 }] },
      { visitId: 'b', seats: [{ shiftId: 'cy@2026-06-10', fromAt: 39_000 }] },
    ]);
  });

  it('changes one of several people, and moves all of them in time', () => {
    const hold = holdOf(view, ['pair'], 'bo@2026-06-10');
    expect(gripAt(hold, at('cy', 51_000), null).visits[0]!.seats).toEqual([
      { shiftId: 'cy@2026-06-10', fromAt: 51_000 },
      { shiftId: 'ann@2026-06-10', fromAt: 51_000 },
    ]);
  });

  it('takes exactly the place that was found where it aims at that', () => {
    const seats = [{ shiftId: 'cy@2026-06-10', fromAt: 40_000, position: 2 }];
    const fit = { shiftIds: ['cy@2026-06-10'], seats, startAt: 40_000 } as unknown as Fit;
    const hold = holdOf(view, ['a'], null);
    expect(gripAt(hold, at('cy', 40_000), [fit]).visits[0]!.seats).toBe(seats);
    expect(gripAt(hold, at('cy', 40_300), [fit]).visits[0]!.seats).toEqual([
      { shiftId: 'cy@2026-06-10', fromAt: 40_300 },
    ]);
  });

  it('takes along the others of a loose end for several people', () => {
    const fit = {
      shiftIds: ['bo@2026-06-10', 'cy@2026-06-10'],
      seats: [
        { shiftId: 'bo@2026-06-10', fromAt: 40_000 },
        { shiftId: 'cy@2026-06-10', fromAt: 40_000 },
      ],
      startAt: 40_000,
    } as unknown as Fit;
    const hold = holdOf(view, ['loose'], null);
    expect(gripAt(hold, at('cy', 45_000), [fit]).visits[0]!.seats).toEqual([
      { shiftId: 'bo@2026-06-10', fromAt: 45_000, position: undefined },
      { shiftId: 'cy@2026-06-10', fromAt: 45_000, position: undefined },
    ]);
  });

  it('is sent with where it was seen', () => {
    expect(handledOf(view, gripOff(holdOf(view, ['pair'], null)))).toEqual([
      {
        visitId: 'pair',
        seats: [],
        seen: [
          { personId: 'ann', startAt: 50_000 },
          { personId: 'bo', startAt: 50_000 },
        ],
      },
    ]);
  });

  it('snaps to five minutes, and to the nearest shift of a person', () => {
    expect(snapped(30_149)).toBe(30_000);
    expect(snapped(30_151)).toBe(30_300);
    expect(shiftAt(view.people[0]!, '2026-06-10', 0)?.id).toBe('ann@2026-06-10');
    expect(shiftAt(view.people[0]!, '2026-06-11', 0)).toBeNull();
  });
});
