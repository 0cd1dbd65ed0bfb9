import { PLAYER_ID } from '@/contract/day/player';
import { readUserById } from '@/db/repositories/access/users';
import { readPlayer } from '@/db/repositories/shared/player';
import { nextEmergencies, nextReports, openPlayed, type Span } from '@/server/day/player/next-reports';
import { duePlay, playedTo, steerPlayer } from '@/server/day/player/steer-player';
import { readDay } from '@/server/day/read-day';
import { takeReports } from '@/server/day/take-reports';
import { clockIn } from '@/server/shared/clock';
import type { Unit } from '@/server/shared/unit';
import { takeWorkLines } from '@/server/work/take-lines';
import { ALL_TERRITORIES, leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const DATE = '2026-06-09';
const at = (h: number, m = 0): number => Date.UTC(2026, 5, 9, h, m) / 1000;

/** The user in whose name the field reports. */
async function asPlayer(unit: Unit, now: number): Promise<Unit> {
  return { ...unit, now, user: (await readUserById(unit.transaction, PLAYER_ID))! };
}

/** Plays a stretch in one go, as the worker does by the interface. */
async function play(unit: Unit, span: Span): Promise<string[]> {
  const player = await asPlayer(unit, span.until);
  const reports = nextReports(await openPlayed(player, span), span);
  const refused: string[] = [];
  for (const report of reports) {
    const { outcomes } = await takeReports(player, { reports: [report] });
    for (const o of outcomes) if (o.refused) refused.push(`${report.kind} ${o.refused}`);
  }
  return refused;
}

describe('the day player', () => {
  it('begins the day anew at 06:00, stands there until it is played, and ends where the demo stood', () =>
    asAnalyst(async (unit) => {
      expect(await clockIn(unit.transaction)).toEqual({ now: unit.now, pace: 0 });
      expect(await steerPlayer(unit, { do: 'begin', seed: 7, pace: 0 })).toEqual({
        seed: 7,
        pace: 0,
        isOn: true,
      });
      const { now, pace } = await clockIn(unit.transaction);
      expect([now, pace]).toEqual([at(5), 0]);
      const day = await readDay({ ...unit, now }, { territoryIds: ALL_TERRITORIES, date: DATE });
      expect(day.people.every((p) => p.state === 'not-begun')).toBe(true);
      expect(day.figures).toMatchObject({ done: 0, begun: 0 });
      // Paused, nothing is due.
      expect(await duePlay({ ...unit, now })).toBeNull();
      await steerPlayer({ ...unit, now }, { do: 'step' });
      const stepped = (await clockIn(unit.transaction)).now;
      expect(stepped).toBeGreaterThan(at(5));
      const due = (await duePlay({ ...unit, now: stepped }))!;
      expect(due.span).toMatchObject({ from: at(5), until: stepped, seed: 7 });
      expect(nextReports(await openPlayed(due.unit, due.span), due.span).length).toBeGreaterThan(0);
      await playedTo(unit, stepped);
      expect(await duePlay({ ...unit, now: stepped })).toBeNull();
      await steerPlayer(unit, { do: 'end' });
      expect(await clockIn(unit.transaction)).toEqual({ now: unit.now, pace: 0 });
    }));

  it('goes on as fast as it is told, and waits for the field where that is slow', () =>
    asAnalyst(async (unit) => {
      await steerPlayer(unit, { do: 'begin', seed: 7, pace: 600 });
      await new Promise((resolve) => setTimeout(resolve, 300));
      const early = (await readPlayer(unit.transaction))!;
      expect(early.now).toBeGreaterThanOrEqual(at(5) + 150);
      // Two seconds on the wall are twenty minutes of the day: no further ahead of what was played.
      await new Promise((resolve) => setTimeout(resolve, 2500));
      expect((await readPlayer(unit.transaction))!.now).toBe(at(5) + 1200);
    }));

  it('plays alike in one stretch and in many, every report counts, and urgent work comes in', () =>
    asAnalyst(async (unit) => {
      await steerPlayer(unit, { do: 'begin', seed: 7, pace: 0 });
      const ask = { territoryIds: ALL_TERRITORIES, date: DATE };
      const stateOf = async (now: number) =>
        (await readDay({ ...unit, now }, ask)).people.map((p) => [
          p.id,
          p.stops.map((s) => [s.visitId, s.state]),
        ]);
      const until = at(9);
      expect(await play(unit, { date: DATE, seed: 7, from: at(5), until })).toEqual([]);
      const whole = await stateOf(until);
      await steerPlayer(unit, { do: 'begin', seed: 7, pace: 0 });
      for (let from = at(5); from < until; from += 1800)
        expect(await play(unit, { date: DATE, seed: 7, from, until: from + 1800 })).toEqual([]);
      expect(await stateOf(until)).toEqual(whole);

      const span = { date: DATE, seed: 7, from: at(9), until: at(14) };
      const player = await asPlayer(unit, at(14));
      const lines = nextEmergencies(await openPlayed(player, span), span);
      expect(lines).toHaveLength(3);
      await takeWorkLines(player, { lines });
      const { needs } = await readDay({ ...unit, now: at(14) }, ask);
      const urgent = needs.filter((n) => n.kind === 'emergency').length;
      expect(urgent).toBeGreaterThanOrEqual(3);
      // Begun anew, what came in by playing is nobody's any more.
      await steerPlayer(unit, { do: 'begin', seed: 7, pace: 0 });
      const anew = await readDay({ ...unit, now: at(5) }, ask);
      expect(anew.needs.filter((n) => n.kind === 'emergency').length).toBe(urgent - 3);
    }));

  it('is steered by whoever has the say in a day, and by nobody else', () =>
    asAnalyst(async (unit) => {
      for (const who of [
        await unitAs(unit.transaction, 'manager', ALL_TERRITORIES),
        await unitAs(unit.transaction, 'technician', []),
        await unitAs(unit.transaction, 'agent', ALL_TERRITORIES),
      ])
        expect((await refusalOf(steerPlayer(who, { do: 'pause' }))).code).toBe('not-found');
      expect((await refusalOf(steerPlayer(unit, { do: 'play', pace: 601 }))).code).toBe('invalid');
      expect((await refusalOf(steerPlayer(unit, { do: 'dance' }))).code).toBe('invalid');
    }));
});
