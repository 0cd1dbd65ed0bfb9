import type { OwnDay, OwnStop } from '@/contract/day/own-day';
import type { FieldReport } from '@/contract/day/reports';
import { afterReports, nextStep } from './after-reports';
import { UNSAID } from './unsaid';

const stop = (visitId: string): OwnStop => ({
  visitId,
  part: 1,
  label: 'W-1',
  state: 'planned',
  what: '',
  jobKind: '',
  site: '',
  address: '',
  zone: 'UTC',
  lat: null,
  lon: null,
  startAt: 0,
  finishAt: 0,
  windows: [],
  notes: '',
  contacts: [],
  asset: null,
  tasks: [],
  parts: [],
  history: [],
  papers: null,
  way: [],
  beganAt: null,
});
const day: OwnDay = {
  date: '2026-06-09',
  zone: 'UTC',
  now: 0,
  pace: 0,
  personId: 'p',
  name: 'P',
  members: [],
  maySpeak: true,
  stops: [stop('a'), stop('b')],
  breaksAt: [],
  breakBeganAt: null,
  offAt: null,
  homeAt: null,
  outAt: null,
  news: null,
  kept: { place: null, placesDays: 30, reports: 0, logsDays: 365 },
  leave: [],
};
let n = 0;
const said = (kind: FieldReport['kind'], visitId: string | null = null): FieldReport => ({
  ...UNSAID,
  id: `r${++n}`,
  personId: 'p',
  kind,
  visitId,
  at: '2026-06-09T08:00:00Z',
});

describe('a day with what is not sent yet', () => {
  it('goes on as it was reported, and asks for what comes next', () => {
    expect(nextStep(day)).toEqual({ index: 0, step: 'on-the-way' });
    const way = afterReports(day, [said('on-the-way', 'a')]);
    expect(nextStep(way)).toEqual({ index: 0, step: 'arrived' });
    const there = afterReports(way, [said('arrived', 'a')]);
    expect(nextStep(there)).toEqual({ index: 0, step: 'done' });
    const over = afterReports(there, [said('done', 'a')]);
    expect(nextStep(over)).toEqual({ index: 1, step: 'on-the-way' });
    expect(nextStep(afterReports(over, [said('not-done', 'b')]))).toBeNull();
  });

  it('keeps what does not follow as it is', () => {
    expect(afterReports(day, [said('done', 'a')])).toEqual(day);
    expect(afterReports(day, [said('done', 'nobody')])).toEqual(day);
  });

  it('has breaks begin and end, and the day signed off once', () => {
    const paused = afterReports(day, [said('break-begins')]);
    expect(paused.breakBeganAt).toBe(Date.UTC(2026, 5, 9, 8) / 1000);
    expect(afterReports(paused, [said('break-ends'), said('off')])).toMatchObject({
      breakBeganAt: null,
      offAt: Date.UTC(2026, 5, 9, 8) / 1000,
    });
  });
});
