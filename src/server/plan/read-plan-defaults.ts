import { may, roleMay } from '@/contract/access/permissions';
import { localDateOf } from '@/core/index';
import { readLiveVersion, readNewestVersions } from '@/db/repositories/playbooks/playbooks';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight } from '../shared/access';
import type { Unit } from '../shared/unit';

export interface PlanDefaults {
  readonly territories: readonly { id: string; name: string; mayChange: boolean }[];
  readonly playbooks: readonly {
    id: string;
    playbookId: string;
    name: string;
    version: number;
    note: string;
  }[];
  /** Today in the zone of the first territory. */
  readonly date: string;
  readonly mayRun: boolean;
}

/** What the Plan page opens with. */
export async function readPlanDefaults(unit: Unit): Promise<PlanDefaults> {
  const { user, transaction, now } = unit;
  requireRight(unit, 'read', 'plan');
  const seen = new Set(user.grants.map((g) => g.territoryId));
  const territories = (await readAll(transaction, 'territories'))
    .filter((t) => seen.has(t.id))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'))
    .map((t) => ({ id: t.id, name: t.name, zone: t.zone, mayChange: may(user, 'change', 'runs', [t.id]) }));
  const live = await readLiveVersion(transaction);
  // The one that prices the live plan comes first: it is what a run is begun with unless another is chosen.
  const playbooks = (await readNewestVersions(transaction)).sort(
    (a, b) => Number(b.id === live?.id) - Number(a.id === live?.id),
  );
  return {
    territories: territories.map(({ zone: _zone, ...t }) => t),
    playbooks: playbooks.map(({ id, playbookId, name, version, note }) => ({
      id,
      playbookId,
      name,
      version,
      note,
    })),
    date: localDateOf(now, territories[0]?.zone ?? 'UTC'),
    mayRun: roleMay(user.role, 'change', 'runs') && territories.some((t) => t.mayChange),
  };
}
