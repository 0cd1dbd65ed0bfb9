import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { timeRoute } from '../timing/time-route';
import { indexProblem } from '../travel/problem-index';
import type { DayFacts, ShiftFacts, VisitFacts } from './field-facts';
import { type PlayedReport, playField } from './play-field';
import { type FieldStep, stepOf } from './steps';
import { truthOf } from './truth';

const shifts = Array.from({ length: 12 }, (_, i) =>
  aShift({
    id: `s${i}`,
    personId: `p${i}`,
    breaks: [{ durationSec: 1800, earliestSec: 10 * HOUR, latestSec: 12 * HOUR }],
  }),
);
const visits = shifts.flatMap((_, i) => [1, 2, 3, 4, 5].map((n) => aVisit({ id: `v${i}.${n}` })));
const index = indexProblem(aProblem(shifts, visits));
const routes = shifts.map((s, i) => timeRoute(index, s, visits.slice(i * 5, i * 5 + 5))!);
const spreads = { travelShare: 0.15, workShare: () => 0.3 };

/** The field as somebody has it who hears the reports. */
class Heard {
  readonly visits = new Map<string, VisitFacts>();
  readonly shifts = new Map<string, ShiftFacts>();
  readonly off = new Set<string>();
  readonly said: PlayedReport[] = [];

  hear(r: PlayedReport): void {
    this.said.push(r);
    const shiftId = `s${r.personId.slice(1)}`;
    const own = this.shifts.get(shiftId) ?? {};
    if (r.kind === 'break-begins') this.shifts.set(shiftId, { ...own, breakBeganSec: r.atSec });
    else if (r.kind === 'break-ends')
      this.shifts.set(shiftId, {
        breaksTaken: (own.breaksTaken ?? 0) + 1,
        breakEndedSec: r.atSec,
      });
    else if (r.kind === 'out') this.shifts.set(shiftId, { ...own, outSec: r.atSec });
    else if (r.kind === 'off') this.off.add(r.personId);
    else this.step(r);
  }

  private step(r: PlayedReport): void {
    const before = this.visits.get(r.visitId!) ?? { state: 'planned' as const };
    const state = stepOf(before.state, r.kind as FieldStep);
    expect([r, before.state, state]).not.toContain(null);
    this.visits.set(r.visitId!, {
      ...before,
      state: state!,
      ...(r.kind === 'on-the-way' ? { onWaySec: r.atSec } : {}),
      ...(r.kind === 'arrived' ? { beganSec: r.atSec } : {}),
      ...(r.kind === 'done' || r.kind === 'not-done' ? { endedSec: r.atSec } : {}),
      ...(r.minutes === null ? {} : { moreSec: r.minutes * 60 }),
    });
  }

  play(seed: number, steps: readonly number[]): this {
    const truth = truthOf(seed, spreads);
    for (const [i, untilSec] of steps.entries()) {
      const fromSec = i === 0 ? 0 : steps[i - 1]!;
      const facts: DayFacts = { nowSec: untilSec, visits: this.visits, shifts: this.shifts };
      for (const r of playField(index, routes, facts, {
        fromSec,
        untilSec,
        truth,
        isOff: (id) => this.off.has(id),
      }))
        this.hear(r);
    }
    return this;
  }
}

const every = (sec: number): number[] =>
  Array.from({ length: Math.ceil((24 * HOUR) / sec) }, (_, i) => (i + 1) * sec);
const byPerson = (said: readonly PlayedReport[]) =>
  [...said].sort((a, b) => a.personId.localeCompare(b.personId) || a.atSec - b.atSec);

describe('a played field', () => {
  it('says the same whether it is played at once or in small steps', () => {
    for (let seed = 1; seed <= 4; seed++) {
      const whole = byPerson(new Heard().play(seed, [24 * HOUR]).said);
      for (const step of [157, 1800]) {
        const small = byPerson(new Heard().play(seed, every(step)).said);
        expect(small.map((r) => `${r.personId} ${r.kind} ${r.visitId}`)).toEqual(
          whole.map((r) => `${r.personId} ${r.kind} ${r.visitId}`),
        );
        // Rounded to seconds at each report, and nobody sets out before what was played.
        for (const [i, r] of small.entries()) expect(Math.abs(r.atSec - whole[i]!.atSec)).toBeLessThan(30);
      }
    }
  });

  it('ends every visit, or its person is out; whoever does not fail signs off', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const heard = new Heard().play(seed, every(300));
      for (const [i, s] of shifts.entries()) {
        const isOut = heard.shifts.get(s.id)?.outSec !== undefined;
        expect(heard.off.has(s.personId) || isOut).toBe(true);
        for (const v of visits.slice(i * 5, i * 5 + 5)) {
          const state = heard.visits.get(v.id)?.state ?? 'planned';
          if (!isOut) expect(['done', 'not-done']).toContain(state);
        }
      }
    }
  });

  it('has all that goes wrong in a day, by the seed', () => {
    const kinds = new Set<string>();
    for (let seed = 1; seed <= 30; seed++)
      for (const r of new Heard().play(seed, [24 * HOUR]).said) kinds.add(`${r.kind} ${r.reason}`);
    for (const one of [
      'out The van has broken down',
      'not-done Nobody there',
      'not-done A part is missing',
      'more-time ',
    ])
      expect(kinds).toContain(one);
  });

  it('is silent for a while where the truth has it so, and says it all afterwards with its times', () => {
    let silences = 0;
    for (let seed = 1; seed <= 20; seed++) {
      const truth = truthOf(seed, spreads);
      for (const [i, s] of shifts.entries()) {
        const quiet = truth.silence(s.personId);
        if (!quiet || truth.breakdownSec(s.personId) !== null) continue;
        silences++;
        const [from, until] = [s.startSec + quiet.fromSec, s.startSec + quiet.untilSec];
        const heard = new Heard().play(
          seed,
          every(600).filter((t) => t < until),
        );
        for (const r of heard.said.filter((x) => x.personId === s.personId))
          expect(r.atSec).toBeLessThanOrEqual(from);
        const later = new Heard().play(seed, every(600));
        expect(later.said.some((r) => r.personId === s.personId && r.atSec > from)).toBe(true);
        expect(later.visits.get(`v${i}.1`)).toBeDefined();
      }
    }
    expect(silences).toBeGreaterThan(3);
  });
});
