import type { PlanView } from '@/contract/plan/plan-view';
import { ghostsOf } from './ghosts';

const plan = (places: Readonly<Record<string, readonly [string, number][]>>): PlanView =>
  ({
    people: Object.entries(places).map(([id, stops]) => ({
      id,
      shifts: [
        {
          date: '2026-06-09',
          route: {
            stops: stops.map(([visitId, startAt]) => ({
              visitId,
              startAt,
              finishAt: startAt + 60,
              travelSec: 0,
              slackSec: 0,
            })),
          },
        },
      ],
    })),
  }) as unknown as PlanView;

describe('what another plan has elsewhere', () => {
  const here = plan({
    ada: [
      ['a', 100],
      ['b', 200],
    ],
    ben: [],
  });
  it('is drawn on the cord of whoever has it there, and nowhere else', () => {
    const there = plan({
      ada: [
        ['a', 100],
        ['b', 260],
      ],
      ben: [
        ['c', 300],
        ['', 400],
      ],
    });
    const ghosts = ghostsOf(here, there);
    expect(
      [...ghosts].map(([person, list]) => [person, list.map((g) => `${g.stop.visitId} ${g.stop.startAt}`)]),
    ).toEqual([
      ['ada', ['b 260']],
      ['ben', ['c 300']],
    ]);
  });
  it('is nothing where the plans are alike, or there is no other', () => {
    expect(ghostsOf(here, here).size).toBe(0);
    expect(ghostsOf(here, undefined).size).toBe(0);
  });
});
