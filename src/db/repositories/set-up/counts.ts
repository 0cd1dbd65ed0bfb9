import { z } from 'zod';
import type { Step } from '@/contract/set-up/answers/doubts';
import { select, type Transaction } from '../../connection';

export interface StepCounts {
  readonly counts: Readonly<Record<string, number | string | null>>;
  readonly isEmpty: boolean;
}

const shape = z.strictObject({
  territories: z.int(),
  depots: z.int(),
  roads: z.string().nullable(),
  straightKmh: z.number(),
  skills: z.int(),
  certificates: z.int(),
  kinds: z.int(),
  technicians: z.int(),
  contractors: z.int(),
  patterns: z.int(),
  holidays: z.int(),
  crews: z.int(),
  units: z.int(),
  sites: z.int(),
  offers: z.int(),
  users: z.int(),
  playbook: z.string().nullable(),
  accepted: z.date().nullable(),
  runs: z.int(),
});

/** How much of everything there is, for the way through set-up. Territories, people and sites only as far as they are in sight. */
export async function readSetUpCounts(
  transaction: Transaction,
  territoryIds: readonly string[] | 'all',
): Promise<Readonly<Record<Step, StepCounts>>> {
  const all = territoryIds === 'all';
  const live = 'archived_at is null';
  const seen = (column: string): string =>
    all ? 'true' : `(${column} is null or ${column} in (:territoryIds))`;
  const person = all
    ? 'true'
    : `(not exists (select 1 from technician_territories m where m.technician_id = t.id)
        or exists (select 1 from technician_territories m where m.technician_id = t.id and m.territory_id in (:territoryIds)))`;
  const count = (table: string, where = 'true'): string =>
    `(select count(*)::int from ${table} where ${live} and ${where})`;
  const [n] = await select(
    transaction,
    shape,
    `select ${count('territories', all ? 'true' : 'id in (:territoryIds)')} as territories,
      ${count('depots', seen('territory_id'))} as depots,
      (select r.name from road_networks r join company c on c.roads_id = r.id) as roads,
      (select straight_kmh from company) as "straightKmh",
      ${count('skills')} as skills, ${count('skills', 'expires')} as certificates,
      ${count('job_kinds')} as kinds,
      (select count(*)::int from technicians t where ${live} and active and kind = 'employee' and ${person}) as technicians,
      (select count(*)::int from technicians t where ${live} and active and kind = 'contractor' and ${person}) as contractors,
      ${count('week_patterns')} as patterns,
      (select count(*)::int from territory_holidays h join territories t on t.id = h.territory_id where t.archived_at is null) as holidays,
      ${count('crews', seen('territory_id'))} as crews, ${count('equipment')} as units,
      ${count('sites', seen('territory_id'))} as sites, ${count('offers')} as offers, ${count('users', 'active')} as users,
      (select name from playbooks where ${live} and id = coalesce((select live_playbook_id from company), id) order by name limit 1) as playbook,
      (select max(at) from commands where name = 'accept-draft' and undone_by is null) as accepted,
      (select count(*)::int from runs) as runs`,
    { territoryIds: all ? [''] : ['', ...territoryIds] },
  );
  const c = n!;
  const of = (counts: StepCounts['counts'], isEmpty: boolean): StepCounts => ({ counts, isEmpty });
  return {
    territories: of({ territories: c.territories, depots: c.depots }, c.territories === 0),
    roads: of({ roads: c.roads, straightKmh: c.straightKmh }, false),
    skills: of({ skills: c.skills, certificates: c.certificates }, c.skills === 0),
    'job-kinds': of({ kinds: c.kinds }, c.kinds === 0),
    people: of(
      { technicians: c.technicians, contractors: c.contractors },
      c.technicians + c.contractors === 0,
    ),
    hours: of({ patterns: c.patterns, holidays: c.holidays }, c.patterns === 0),
    crews: of({ crews: c.crews, units: c.units }, false),
    sites: of({ sites: c.sites }, c.sites === 0),
    promises: of({ offers: c.offers }, c.offers === 0),
    access: of({ users: c.users }, false),
    playbook: of({ playbook: c.playbook }, c.playbook === null),
    'first-run': of({ runs: c.runs, accepted: c.accepted?.toISOString() ?? null }, c.accepted === null),
  };
}
