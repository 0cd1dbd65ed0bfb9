import type { RouteView } from '@/contract/plan/plan-view';
import { placeAt, type Way } from './legs';

const stop = (startAt: number, finishAt: number, travelSec: number) => ({
  visitId: 'v',
  startAt,
  finishAt,
  travelSec,
  slackSec: 0,
});
const route: RouteView = {
  departAt: 0,
  arriveAt: 600,
  workEndAt: 600,
  overtimeSec: 0,
  endTravelSec: 100,
  breaks: [],
  stops: [stop(100, 200, 100), stop(400, 500, 100)],
};
const way: Way = {
  shiftId: 's',
  personId: 'p',
  person: 'P',
  line: [
    [0, 0],
    [0, 10],
    [0, 10],
    [10, 10],
    [10, 10],
    [10, 0],
  ],
  legEnds: [2, 4, 6],
};

describe('where somebody is', () => {
  it('is on the leg, at the visit, or where the leg ended, by the moment', () => {
    expect(placeAt(way, route, 50)).toEqual([0, 5]);
    expect(placeAt(way, route, 150)).toEqual([0, 10]);
    expect(placeAt(way, route, 250)).toEqual([5, 10]);
    expect(placeAt(way, route, 350)).toEqual([10, 10]);
    expect(placeAt(way, route, 450)).toEqual([10, 10]);
    expect(placeAt(way, route, 550)).toEqual([10, 5]);
  });

  it('is nowhere before they leave and after they are back', () => {
    expect(placeAt(way, route, -1)).toBeNull();
    expect(placeAt(way, route, 601)).toBeNull();
  });

  it('begins at the first visit where it is not told from where they come', () => {
    const short: Way = {
      ...way,
      line: [
        [0, 10],
        [10, 10],
      ],
      legEnds: [2],
    };
    expect(placeAt(short, route, 50)).toEqual([0, 10]);
    expect(placeAt(short, route, 250)).toEqual([5, 10]);
    expect(placeAt(short, route, 550)).toEqual([10, 10]);
  });
});
