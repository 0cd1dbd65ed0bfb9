import type { DemoTechnician } from './people';

export interface DemoCrew {
  readonly id: string;
  readonly name: string;
  readonly territoryId: string;
  readonly depotId: string | null;
  readonly leaderId: string;
  readonly memberIds: readonly string[];
  readonly changes: readonly {
    technicianId: string;
    change: 'away' | 'extra' | 'leads';
    validFrom: string;
    validTo: string;
  }[];
}

const NAMES: Readonly<Record<string, string>> = {
  quay: 'Crew Lantern',
  sallow: 'Crew Withy',
  westisle: 'Crew Shingle',
};

/** Three crews that go out on Tuesdays and Thursdays; one has a stand-in leader, one a member away. */
export function createCrews(people: readonly DemoTechnician[]): DemoCrew[] {
  return Object.entries(NAMES).map(([territoryId, name], i) => {
    const locals = people.filter((p) => p.territory.id === territoryId && p.patternId === 'days' && !p.loan);
    const [leader, second, third] = locals;
    if (!leader || !second) throw new Error(`Nobody is there for ${name}`);
    const members = third && i === 0 ? [second, third] : [second];
    const changes: DemoCrew['changes'] =
      i === 0 && third
        ? [{ technicianId: third.id, change: 'away', validFrom: '2026-06-16', validTo: '2026-06-16' }]
        : i === 1
          ? [
              { technicianId: leader.id, change: 'away', validFrom: '2026-06-18', validTo: '2026-06-18' },
              { technicianId: second.id, change: 'leads', validFrom: '2026-06-18', validTo: '2026-06-18' },
            ]
          : [];
    return {
      id: `crew-${territoryId}`,
      name,
      territoryId,
      depotId: `depot-${territoryId}`,
      leaderId: leader.id,
      memberIds: members.map((m) => m.id),
      changes,
    };
  });
}
