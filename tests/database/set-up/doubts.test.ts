import { DOUBT_CODES, type DoubtCode, type DoubtView, type PathView } from '@/contract/set-up/answers/doubts';
import { putAside, takeBack } from '@/server/set-up/doubts/put-aside';
import { readPath } from '@/server/set-up/doubts/read-path';
import { withSayIn } from '@/server/shared/access';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst, change, make, somebody, waiting } from '../../support/set-up';

afterAll(leaveDatabase);

interface Case {
  /** Makes the doubt, and whatever it takes. */
  readonly make: (unit: Unit) => Promise<unknown>;
  readonly clear: (unit: Unit) => Promise<unknown>;
  readonly is: (doubt: DoubtView) => boolean;
}

const held = (skillId: string, level: number, validTo: string | null = null) => ({
  skillId,
  level,
  validFrom: '2026-01-01',
  validTo,
});
const at = (id: string) => (d: DoubtView) => d.id === id;
const person = (unit: Unit, id: string, more: Record<string, unknown> = {}) =>
  make(unit, 'technicians', id, somebody(`Somebody ${id}`, more));
const kind = (unit: Unit, id: string, more: Record<string, unknown>) =>
  make(unit, 'job-kinds', id, { name: `Kind ${id}`, durationMin: 60, ...more });
const skill = (unit: Unit, id: string) => make(unit, 'skills', id, { name: `Skill ${id}` });
const site = (unit: Unit, id: string, more: Record<string, unknown> = {}) =>
  make(unit, 'sites', id, {
    name: `Site ${id}`,
    address: '',
    lat: 34.6376,
    lon: -20.94,
    territoryId: 'quay',
    zone: 'Atlantic/Madeira',
    ...more,
  });
const everyDay = (startMin: number, endMin: number) => [
  Array.from({ length: 7 }, () => [{ startMin, endMin }]),
];
const pattern = (unit: Unit, id: string, startMin: number, endMin: number) =>
  make(unit, 'week-patterns', id, {
    name: `Hours ${id}`,
    weeks: everyDay(startMin, endMin),
    anchorDate: '2026-06-08',
  });
const off = (date: string) => ({ date, kind: 'off', startMin: 0, endMin: 1440, reason: '' });
const whole = { startsAt: '2026-06-01T00:00:00Z', endsAt: '2026-07-30T00:00:00Z', reason: 'Axle' };

/** Every doubt: how it comes about, and what takes it away. The order is that in which they are made. */
const CASES: Readonly<Record<DoubtCode, Case>> = {
  'person-no-hours': {
    make: (u) => person(u, 'p-hours', { weekPatternId: null }),
    clear: (u) => change(u, 'technicians', 'p-hours', { weekPatternId: 'days' }),
    is: at('p-hours'),
  },
  'person-no-home': {
    make: (u) => person(u, 'p-home', { homeLat: null, homeLon: null }),
    clear: (u) => change(u, 'technicians', 'p-home', { homeLat: 34.6, homeLon: -20.9 }),
    is: at('p-home'),
  },
  'person-no-skill': {
    make: (u) => person(u, 'p-skill', { skills: [] }),
    clear: (u) => change(u, 'technicians', 'p-skill', { skills: [held('low-voltage', 2)] }),
    is: at('p-skill'),
  },
  'person-no-territory': {
    make: (u) => person(u, 'p-territory', { territories: [] }),
    clear: (u) =>
      change(u, 'technicians', 'p-territory', {
        territories: [{ territoryId: 'quay', relation: 'home', validFrom: '2026-01-01', validTo: null }],
      }),
    is: at('p-territory'),
  },
  'person-not-open': {
    make: (u) => person(u, 'p-open', { openToPlanning: false }),
    clear: (u) => change(u, 'technicians', 'p-open', { openToPlanning: true }),
    is: at('p-open'),
  },
  'person-loans-overlap': {
    make: (u) =>
      person(u, 'p-loans', {
        territories: [
          { territoryId: 'quay', relation: 'home', validFrom: '2026-01-01', validTo: null },
          { territoryId: 'sallow', relation: 'loan', validFrom: '2026-06-22', validTo: '2026-06-26' },
          { territoryId: 'north', relation: 'loan', validFrom: '2026-06-25', validTo: '2026-06-30' },
        ],
      }),
    clear: (u) =>
      change(u, 'technicians', 'p-loans', {
        territories: [{ territoryId: 'quay', relation: 'home', validFrom: '2026-01-01', validTo: null }],
      }),
    is: (d) => d.id === 'p-loans' && d.facts.from === '2026-06-25' && d.facts.to === '2026-06-26',
  },
  'certificate-ends': {
    make: (u) => person(u, 'p-paper', { skills: [held('payment', 3, '2026-06-15')] }),
    clear: (u) => change(u, 'technicians', 'p-paper', { skills: [held('payment', 3, '2027-06-15')] }),
    is: at('p-paper'),
  },
  'skill-nobody': {
    make: async (u) => {
      await site(u, 's-work');
      await skill(u, 'k-none');
      await kind(u, 'j-none', { skills: [{ skillId: 'k-none', level: 2 }] });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-none' });
    },
    clear: (u) => change(u, 'job-kinds', 'j-none', { skills: [] }),
    is: (d) => d.id === 'k-none' && d.visitCount === 1,
  },
  'skill-too-low': {
    make: async (u) => {
      await skill(u, 'k-low');
      await person(u, 'p-low', { skills: [held('k-low', 1)] });
      await kind(u, 'j-low', { skills: [{ skillId: 'k-low', level: 4 }] });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-low' });
    },
    clear: (u) => change(u, 'technicians', 'p-low', { skills: [held('k-low', 4)] }),
    is: (d) => d.id === 'k-low' && d.facts.best === 1,
  },
  'skill-ended': {
    make: async (u) => {
      await skill(u, 'k-ended');
      await person(u, 'p-ended', { skills: [held('k-ended', 3, '2026-06-11')] });
      await kind(u, 'j-ended', { skills: [{ skillId: 'k-ended', level: 3 }] });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-ended', earliestAt: '2026-06-15T00:00:00Z' });
    },
    clear: (u) => change(u, 'technicians', 'p-ended', { skills: [held('k-ended', 3)] }),
    is: (d) => d.id === 'k-ended' && d.facts.lastDate === '2026-06-11' && d.visitCount === 1,
  },
  'skill-one-deep': {
    make: async (u) => {
      await skill(u, 'k-deep');
      await person(u, 'p-deep', { skills: [held('k-deep', 3)] });
      await kind(u, 'j-deep', { skills: [{ skillId: 'k-deep', level: 3 }] });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-deep' });
    },
    clear: (u) => person(u, 'p-deep-2', { skills: [held('k-deep', 5)] }),
    is: at('k-deep'),
  },
  'kind-nobody': {
    make: async (u) => {
      await kind(u, 'j-crew', { crewOf: 40 });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-crew' });
    },
    clear: (u) => change(u, 'job-kinds', 'j-crew', { crewOf: null }),
    is: (d) => d.id === 'j-crew' && d.facts.reason === 'crew',
  },
  'kind-no-pair': {
    make: async (u) => {
      await skill(u, 'k-pair');
      await person(u, 'p-pair', { skills: [held('k-pair', 3)] });
      await kind(u, 'j-pair', { people: 2, skills: [{ skillId: 'k-pair', level: 1 }] });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-pair' });
    },
    clear: (u) => person(u, 'p-pair-2', { skills: [held('k-pair', 2)] }),
    is: (d) => d.id === 'j-pair' && d.facts.needed === 2 && d.facts.most === 1,
  },
  'kind-no-hours': {
    make: async (u) => {
      await pattern(u, 'h-night', 120, 180);
      await site(u, 's-shop', { accessPatternId: 'shop-hours' });
      await kind(u, 'j-night', { allowedPatternId: 'h-night' });
      await waiting(u, { siteId: 's-shop', jobKindId: 'j-night' });
    },
    clear: (u) => change(u, 'job-kinds', 'j-night', { allowedPatternId: null }),
    is: at('j-night'),
  },
  'site-no-place': {
    make: async (u) => {
      await site(u, 's-lost', { lat: null, lon: null });
      await waiting(u, { siteId: 's-lost', jobKindId: 'connector' });
    },
    clear: (u) => change(u, 'sites', 's-lost', { lat: 34.63, lon: -20.94 }),
    is: (d) => d.id === 's-lost' && d.visitCount === 1,
  },
  'site-no-territory': {
    make: (u) => site(u, 's-nobody', { territoryId: null, lat: 34.6 }),
    clear: (u) => change(u, 'sites', 's-nobody', { territoryId: 'quay' }),
    is: (d) => d.id === 's-nobody' && d.facts.nearest === 'Quay',
  },
  'site-other-territory': {
    make: (u) => change(u, 'sites', 'site-100', { territoryId: 'quay' }),
    clear: (u) => change(u, 'sites', 'site-100', { territoryId: 'heights' }),
    is: (d) => d.id === 'site-100' && d.facts.real === 'Heights',
  },
  'site-access-short': {
    make: async (u) => {
      await pattern(u, 'h-short', 600, 630);
      await site(u, 's-short', { accessPatternId: 'h-short' });
      await waiting(u, { siteId: 's-short', jobKindId: 'connector' });
    },
    clear: (u) => change(u, 'sites', 's-short', { accessPatternId: null }),
    is: (d) => d.id === 's-short' && d.facts.longestMin === 30 && d.facts.shortestMin === 60,
  },
  'crew-no-leader': {
    make: (u) => change(u, 'technicians', 'tech-12', { exceptions: [off('2026-06-16')] }),
    clear: (u) =>
      change(u, 'crews', 'crew-quay', {
        changes: [
          { technicianId: 'tech-17', change: 'leads', validFrom: '2026-06-16', validTo: '2026-06-16' },
        ],
      }),
    is: (d) => d.id === 'crew-quay' && d.facts.from === '2026-06-16',
  },
  'crew-member-off': {
    make: (u) => change(u, 'technicians', 'tech-21', { exceptions: [off('2026-06-16')] }),
    clear: (u) => change(u, 'technicians', 'tech-21', { exceptions: [] }),
    is: (d) => d.id === 'crew-sallow' && d.facts.personId === 'tech-21',
  },
  'crew-shared-member': {
    make: (u) =>
      change(u, 'crews', 'crew-westisle', {
        members: [{ technicianId: 'tech-04' }, { technicianId: 'tech-17' }],
      }),
    clear: (u) => change(u, 'crews', 'crew-westisle', { members: [{ technicianId: 'tech-04' }] }),
    is: (d) => d.facts.personId === 'tech-17',
  },
  'pattern-no-zone': {
    make: (u) => person(u, 'p-zone', { zone: 'Atlantic/Azores', weekPatternId: 'early' }),
    clear: (u) => change(u, 'technicians', 'p-zone', { zone: 'Atlantic/Madeira' }),
    is: at('early'),
  },
  'territory-uncovered': {
    make: async (u) => {
      await pattern(u, 'h-daily', 0, 1440);
      await change(u, 'territories', 'north', { weekPatternId: 'h-daily' });
    },
    clear: (u) => change(u, 'territories', 'north', { weekPatternId: null }),
    is: (d) => d.id === 'north' && Array.isArray(d.facts.weekdays) && d.facts.weekdays.includes('7'),
  },
  'territory-nobody': {
    make: (u) =>
      make(u, 'territories', 'skerry', {
        name: 'Skerry',
        zone: 'Atlantic/Madeira',
        outline: [
          [-19, 34],
          [-18.9, 34],
          [-18.9, 34.1],
        ],
      }),
    clear: (u) =>
      person(withSayIn(u, ['skerry']), 'p-skerry', {
        territories: [{ territoryId: 'skerry', relation: 'home', validFrom: '2026-01-01', validTo: null }],
      }),
    is: at('skerry'),
  },
  'equipment-none': {
    make: async (u) => {
      await make(u, 'equipment-kinds', 'e-none', { name: 'Crane' });
      await kind(u, 'j-crane', { equipment: [{ equipmentKindId: 'e-none', units: 1 }] });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-crane' });
    },
    clear: (u) =>
      make(u, 'equipment', 'crane-1', { name: 'Crane 1', kindId: 'e-none', depotId: 'depot-quay' }),
    is: (d) => d.id === 'e-none' && d.visitCount === 1,
  },
  'equipment-out': {
    make: async (u) => {
      for (const id of ['lift-1', 'lift-2']) await change(u, 'equipment', id, { outages: [whole] });
    },
    clear: async (u) => {
      for (const id of ['lift-1', 'lift-2']) await change(u, 'equipment', id, { outages: [] });
    },
    is: (d) => d.id === 'lift-truck' && d.visitCount > 0,
  },
  'part-short': {
    make: async (u) => {
      await make(u, 'parts', 'p-fuse', { name: 'Rare fuse' });
      await kind(u, 'j-fuse', { parts: [{ partId: 'p-fuse' }] });
      await waiting(u, { siteId: 's-work', jobKindId: 'j-fuse' });
    },
    clear: (u) =>
      make(u, 'depots', 'd-fuse', {
        name: 'Shelf',
        territoryId: 'quay',
        address: '',
        lat: 34.63,
        lon: -20.94,
        parts: [{ partId: 'p-fuse' }],
      }),
    is: (d) => d.id === 'p-fuse' && d.visitCount === 1,
  },
  'promise-not-kept': {
    make: async (u) => {
      await kind(u, 'j-promise', {});
      // A Sunday before dawn.
      await waiting(u, {
        siteId: 's-work',
        jobKindId: 'j-promise',
        windows: [{ startsAt: '2026-06-14T03:00:00Z', endsAt: '2026-06-14T04:00:00Z' }],
      });
    },
    clear: (u) =>
      change(u, 'technicians', 'p-zone', {
        exceptions: [{ date: '2026-06-14', kind: 'hours', startMin: 180, endMin: 480, reason: '' }],
      }),
    is: at('j-promise'),
  },
  'offer-empty': {
    make: async (u) => {
      await kind(u, 'j-dawn', { allowedPatternId: 'h-night' });
      await make(u, 'offers', 'o-dawn', {
        name: 'At dawn',
        jobKindId: 'j-dawn',
        widthMin: 120,
        gridMin: 120,
        fromMin: 480,
        toMin: 960,
      });
    },
    clear: (u) => change(u, 'job-kinds', 'j-dawn', { allowedPatternId: null }),
    is: at('o-dawn'),
  },
  'playbook-nobody': {
    make: async (u) => {
      await site(u, 's-wish');
      const id = await waiting(u, { siteId: 's-wish', jobKindId: 'connector' });
      await change(u, 'visits', id, { wishes: [{ technicianId: 'p-open', wish: 'must' }] });
    },
    clear: async () => undefined,
    is: (d) => d.facts.rule === 'persons',
  },
};

/** Looked at once with all doubts made and once with all taken away: each has to be there, and gone. */
describe('every doubt', () => {
  let before: PathView;
  let made: PathView;
  let cleared: PathView;
  beforeAll(async () => {
    await asAnalyst(async (unit) => {
      before = await readPath(unit);
      for (const code of DOUBT_CODES) await CASES[code].make(unit);
      const seeing = withSayIn(unit, ['skerry']);
      made = await readPath(seeing);
      for (const code of DOUBT_CODES) await CASES[code].clear(unit);
      cleared = await readPath(seeing);
    });
  }, 120_000);

  const found = (path: PathView, code: DoubtCode) =>
    path.doubts.filter((d) => d.code === code && CASES[code].is(d));
  it.each(DOUBT_CODES)('%s is told when it is there, with what it is about', (code) => {
    expect(found(before, code)).toEqual([]);
    expect(found(made, code)).toHaveLength(1);
  });
  it.each(DOUBT_CODES)('%s is gone once it is mended', (code) => {
    expect(found(cleared, code)).toEqual([]);
  });
  it('dearest first, each known by a key of its own', () => {
    const prices = made.doubts.map((d) => d.price);
    expect(prices).toEqual([...prices].sort((a, b) => b - a));
    expect(new Set(made.doubts.map((d) => d.key)).size).toBe(made.doubts.length);
  });
});

describe('a doubt that is put aside', () => {
  it('is not counted until its day is over, and comes back when it is taken back', async () => {
    await asAnalyst(async (unit) => {
      const [doubt] = (await readPath(unit)).doubts;
      await putAside(unit, { doubt: doubt!.key, reason: 'Known', untilDate: '2026-06-12' });
      const now = (await readPath(unit)).doubts.find((d) => d.key === doubt!.key);
      expect(now?.aside).toMatchObject({ reason: 'Known', untilDate: '2026-06-12' });
      const later = { ...unit, now: Date.UTC(2026, 5, 13, 9) / 1000 };
      expect((await readPath(later)).doubts.find((d) => d.key === doubt!.key)?.aside ?? null).toBeNull();
      await takeBack(unit, { doubt: doubt!.key });
      expect((await readPath(unit)).doubts.find((d) => d.key === doubt!.key)?.aside).toBeNull();
    });
  });

  it('by those who may change settings only, and with a reason', async () => {
    await asAnalyst(async (unit) => {
      const manager = await unitAs(unit.transaction, 'manager', ['quay']);
      const said = { doubt: 'person-no-hours x', reason: 'Known', untilDate: '2026-06-12' };
      expect((await refusalOf(putAside(manager, said))).code).toBe('not-found');
      expect((await refusalOf(putAside(unit, { ...said, reason: ' ' }))).code).toBe('invalid');
    });
  });
});

describe('the path', () => {
  it('counts what the user sees, and nothing of users for those who have no say in them', async () => {
    await asAnalyst(async (unit) => {
      const all = await readPath(unit);
      const quay = await readPath(await unitAs(unit.transaction, 'dispatcher', ['quay']));
      const sites = (path: PathView): unknown => path.steps.find((s) => s.step === 'sites')?.counts.sites;
      expect(Number(sites(quay))).toBeLessThan(Number(sites(all)));
      expect(all.steps.some((s) => s.step === 'access')).toBe(false);
      const admin = await unitAs(unit.transaction, 'administrator', []);
      expect((await readPath(admin)).steps.some((s) => s.step === 'access')).toBe(true);
    });
  });
});
