import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import type { ValueOf } from '@/contract/registry';
import { callApi } from '../../shared/api';
import { useOptions } from '../../shared/use-options';
import { useDraftContext } from '../draft/DraftContext';
import { Part } from '../editors/Part';
import { type SpanBar, SpanBars } from '../rows/SpanBars';

type Person = ValueOf<'technicians'>;
type Crew = ValueOf<'crews'> & { readonly id: string };
const crews = z.object({ rows: z.array(z.custom<Crew>()), total: z.int() });

/** Days off that follow one another, as one stretch. */
function stretchesOff(list: Person['exceptions']): { from: string; to: string; reason: string }[] {
  const out: { from: string; to: string; reason: string }[] = [];
  const next = (date: string): string =>
    new Date(Date.parse(`${date}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10);
  for (const e of [...list].filter((x) => x.kind === 'off').sort((a, b) => a.date.localeCompare(b.date))) {
    const last = out.at(-1);
    if (last && next(last.to) === e.date) last.to = e.date;
    else out.push({ from: e.date, to: e.date, reason: e.reason });
  }
  return out;
}

function isWith(crew: Crew, id: string | null): boolean {
  return crew.leaderId === id || crew.members.some((m) => m.technicianId === id);
}

/** Territories, skills, time off and crews of a person on one axis. */
export function PersonSpans({ today }: { readonly today: string }) {
  const draft = useDraftContext();
  const person = draft.value as unknown as Person;
  const territories = useOptions('territories').options;
  const skills = useOptions('skills').options;
  const { data } = useQuery({
    queryKey: ['objects-crews', 'all'],
    queryFn: () => callApi('/api/objects/crews?pageSize=500', crews),
    staleTime: 15_000,
  });
  const nameOf = (list: typeof skills, id: string): string =>
    list.find((o) => o.value === id)?.label ?? 'not chosen yet';
  const groups: SpanBar[][] = [
    person.territories.map((m, i) => ({
      path: `territories.${i}`,
      name: nameOf(territories, m.territoryId),
      note: m.relation,
      from: m.validFrom,
      to: m.validTo,
      tone: m.relation === 'cover' ? 'open' : 'full',
    })),
    person.skills.map((s, i) => ({
      path: `skills.${i}`,
      name: nameOf(skills, s.skillId),
      note: `level ${s.level}`,
      from: s.validFrom,
      to: s.validTo,
      tone: 'full',
    })),
    [
      ...stretchesOff(person.exceptions).map(
        (o): SpanBar => ({
          path: null,
          name: 'Off',
          note: o.reason.slice(0, 12),
          from: o.from,
          to: o.to,
          tone: 'off',
        }),
      ),
      ...(data?.rows ?? [])
        .filter((c) => isWith(c, draft.id))
        .map(
          (c): SpanBar => ({
            path: null,
            name: c.name,
            note: c.leaderId === draft.id ? 'leads' : 'member',
            from: c.validFrom,
            to: c.validTo,
            tone: 'open',
          }),
        ),
    ],
  ];
  if (groups.every((g) => g.length === 0)) return null;
  return (
    <Part title="From when to when">
      <SpanBars groups={groups} today={today} />
    </Part>
  );
}
