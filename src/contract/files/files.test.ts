import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomProblem } from '../../../tests/support/random-problem';
import { readPlan, readProblem } from './read-problem';
import { readSolomon } from './solomon';

// A file can hold anything; the cases below write into it what a typist might.
// biome-ignore lint/suspicious/noExplicitAny: the point is to break the type
type Loose = any;
const good = randomProblem(9, { visits: 12, persons: 2, days: 1 });
type Change = (p: ReturnType<typeof copy>) => void;
const copy = () => JSON.parse(JSON.stringify(good)) as { -readonly [K in keyof typeof good]: Loose };

function errorOf(change: Change): { where: string; message: string } {
  const problem = copy();
  change(problem);
  const read = readProblem(JSON.stringify(problem));
  if (read.ok) throw new Error('it was accepted');
  return read.error;
}

describe('problem files', () => {
  it('are read back as they were', () =>
    expect(readProblem(JSON.stringify(good))).toEqual({ ok: true, value: good }));
  it('that are not JSON say on which line', () => {
    expect(readProblem('{\n"format": "lime-problem",\n oops')).toMatchObject({
      ok: false,
      error: { where: 'line 3' },
    });
  });
  it.each<[string, Change, string]>([
    [
      'a wrong type',
      (p) => {
        p.visits[3].durationSec = 'long';
      },
      'visits[3].durationSec',
    ],
    [
      'a window that ends before it starts',
      (p) => {
        p.visits[2].windows = [{ startSec: 100, endSec: 50, latestSec: 50 }];
      },
      'visits[2].windows[0].endSec',
    ],
    [
      'a late limit before the close',
      (p) => {
        p.visits[2].windows = [{ startSec: 100, endSec: 150, latestSec: 120 }];
      },
      'visits[2].windows[0].latestSec',
    ],
    [
      'an unknown place',
      (p) => {
        p.visits[5].placeId = 'nowhere';
      },
      'visits[5].placeId',
    ],
    [
      'an unknown person',
      (p) => {
        p.visits[5].mustPersonIds = ['nobody'];
      },
      'visits[5].mustPersonIds[0]',
    ],
    [
      'a shift that ends before it starts',
      (p) => {
        p.shifts[1].endSec = p.shifts[1].startSec;
      },
      'shifts[1].endSec',
    ],
    [
      'a shift of nobody',
      (p) => {
        p.shifts[0].personId = 'x';
      },
      'shifts[0].personId',
    ],
    [
      'the same id twice',
      (p) => {
        p.visits[4].id = p.visits[1].id;
      },
      'visits[4].id',
    ],
    [
      'a matrix of the wrong size',
      (p) => {
        p.travel.distanceM.pop();
      },
      'travel.distanceM',
    ],
    [
      'a field too many',
      (p) => {
        p.visits[0].colour = 'red';
      },
      'visits[0]',
    ],
    [
      'another format',
      (p) => {
        p.format = 'other';
      },
      'format',
    ],
  ])('with %s are refused with the place', (_name, change, where) => {
    expect(errorOf(change).where).toBe(where);
  });
  it('with one broken visit in ten thousand find it', () => {
    const big = copy();
    big.visits = Array.from({ length: 10_000 }, (_, i) => ({ ...good.visits[0], id: `n${i}` }));
    big.visits[7777].windows = [{ startSec: 9, endSec: 8, latestSec: 9 }];
    expect(readProblem(JSON.stringify(big))).toMatchObject({
      ok: false,
      error: { where: 'visits[7777].windows[0].endSec' },
    });
  });
});

describe('other files', () => {
  it('plans need their shape', () =>
    expect(readPlan('{"format":"lime-plan"}')).toMatchObject({ ok: false, error: { where: 'version' } }));
  it.each([
    ['X\n\n1 200\n\n0 1 1 0 0 10 0\n1 1 1 0 8 5 0\n', 'line 6'],
    ['X\n\n1 200\n0 1 1 0 0 10\n', 'line 4'],
    ['nothing here', '(whole file)'],
    ['X\n1 200\n0 0 0 0 0 9 0\n2 0 0 0 0 9 0\n', 'line 4'],
  ])('route instances say where they are wrong', (text, where) => {
    expect(readSolomon(text, 'x', { rounding: 'none', objective: 'distance' })).toMatchObject({
      ok: false,
      error: { where },
    });
  });
});

describe('the command line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'lime-'));
  const file = (name: string, text: string): string => {
    const path = join(folder, name);
    writeFileSync(path, text);
    return path;
  };
  const lime = (...words: string[]) => spawnSync('bin/lime', words, { encoding: 'utf8' });

  it('solves, verifies, and exits with 0', () => {
    const problem = file('good.json', JSON.stringify(good));
    const plan = join(folder, 'plan.json');
    expect(lime('solve', problem, '--iterations', '500', '--out', plan).status).toBe(0);
    const verified = lime('verify', problem, plan);
    expect(verified.status).toBe(0);
    expect(JSON.parse(verified.stdout)).toMatchObject({ violations: [], priceAgrees: true });
  });
  it('explains a visit: funnel, places, and what would make room', () => {
    const answer = lime('explain', join(folder, 'good.json'), join(folder, 'plan.json'), good.visits[0]!.id);
    expect(answer.status).toBe(0);
    const { funnel, places } = JSON.parse(answer.stdout);
    expect(funnel.shifts).toBe(good.shifts.length);
    expect(Array.isArray(places)).toBe(true);
    expect(lime('explain', join(folder, 'good.json'), join(folder, 'plan.json'), 'nobody').status).toBe(2);
  });
  it('solves a tour and writes it as one', () => {
    const tour = lime(
      'solve',
      'tests/outside/tsplib/burma14.tsp',
      '--format',
      'tsplib',
      '--iterations',
      '2000',
    );
    expect(tour.status).toBe(0);
    expect(tour.stdout).toContain('COMMENT : length 3323');
  });
  it('exits with 1 for a plan that breaks a rule', () => {
    const plan = JSON.parse(readFileSync(join(folder, 'plan.json'), 'utf8'));
    plan.unplannedVisitIds.push(plan.routes[0].stops[0].visitId);
    expect(
      lime('verify', join(folder, 'good.json'), file('bad-plan.json', JSON.stringify(plan))).status,
    ).toBe(1);
  });
  it('exits with 2, one line, and no output for bad files and calls', () => {
    const out = join(folder, 'never.json');
    for (const words of [
      ['solve', file('bad.json', '{'), '--out', out],
      ['solve', join(folder, 'missing.json'), '--out', out],
      ['solve', join(folder, 'good.json'), '--seconds', 'many', '--out', out],
      ['schema', 'other'],
    ]) {
      const result = lime(...words);
      expect(result.status).toBe(2);
      expect(result.stderr.trim().split('\n')).toHaveLength(1);
      expect(existsSync(out)).toBe(false);
    }
    expect(lime('dance').status).toBe(2);
  });
});
