import { arrangementWrite } from '@/contract/plan/desks';
import type { Transaction } from '@/db/connection';
import { addArrangement } from '@/db/repositories/plan/desks';

/** Arrangements that the office shares, each under a key of its own; none opens by itself. */
const SHARED = [
  {
    id: 'desk-network',
    kind: 'desk',
    name: 'Network work',
    settings: {
      people: { skillIds: ['network'], level: 2 },
      columns: ['hours', 'driving'],
      looseViewId: 'view-risk',
    },
  },
  {
    id: 'desk-fortnight',
    kind: 'desk',
    name: 'Two weeks ahead',
    settings: { days: 14, columns: ['visits'] },
  },
  {
    id: 'desk-west',
    kind: 'desk',
    name: 'Westisle with map',
    settings: { territoryIds: ['westisle'], layout: 'both', rows: 'small', says: 'site' },
  },
  {
    id: 'view-risk',
    kind: 'loose-view',
    name: 'Promised, most urgent first',
    settings: {
      conditions: [{ field: 'promise', is: 'not-empty' }],
      sort: 'promise',
      columns: ['priority', 'jobKind', 'site', 'promise', 'window', 'age', 'why'],
    },
  },
  {
    id: 'view-old',
    kind: 'loose-view',
    name: 'Oldest by territory',
    settings: {
      sort: '-age',
      columns: ['age', 'jobKind', 'site', 'dueAt', 'duration', 'people'],
      groupBy: 'territory',
    },
  },
] as const;

export async function writeDesks(transaction: Transaction): Promise<void> {
  for (const { id, ...given } of SHARED)
    await addArrangement(transaction, {
      id,
      ownerId: 'user-analyst',
      ...arrangementWrite.parse({ ...given, shared: 'all' }),
    });
}
