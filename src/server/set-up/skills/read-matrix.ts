import { may } from '@/contract/access/permissions';
import type { MatrixView } from '@/contract/set-up/answers/matrix';
import { isoDate } from '@/contract/shared/fields';
import type { Visit } from '@/core/index';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy } from '../../shared/access';
import { planAhead } from '../../shared/plans/plan-ahead';
import { required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { grouped } from '../doubts/look';
import type { World } from '../effect/compare';
import { worldOf } from '../effect/try-change';
import { readToday } from '../read-today';

const HOUR = 3600;
const hours = (sec: number): number => Math.round(sec / HOUR);

function asking(world: World | null): Map<string, Visit[]> {
  const pairs = (world?.who.visits ?? []).flatMap((visit) =>
    visit.skills.map((s) => ({ skillId: s.skillId, visit })),
  );
  return new Map([...grouped(pairs, (p) => p.skillId)].map(([id, list]) => [id, list.map((p) => p.visit)]));
}

function levelOf(visit: Visit, skillId: string): number {
  return visit.skills.find((s) => s.skillId === skillId)?.level ?? 0;
}

/** People × skills at a date: who holds what, what is asked for, and what hangs on one person. */
export async function readMatrix(unit: Unit, asked: { readonly date: string | null }): Promise<MatrixView> {
  requireRight(unit, 'read', 'technicians');
  requireRight(unit, 'read', 'skills');
  const { transaction, user } = unit;
  const date = asked.date === null ? await readToday(unit) : required(isoDate, asked.date);
  const seen = seenBy(user);
  const people = (await readAll(transaction, 'technicians')).filter(
    (t) => t.active && (t.territories.length === 0 || t.territories.some((m) => seen.has(m.territoryId))),
  );
  const names = new Map((await readAll(transaction, 'territories')).map((t) => [t.id, t.name]));
  const ahead = await planAhead(unit);
  const world = ahead ? worldOf(ahead.kept) : null;
  const bySkill = asking(world);
  const open = new Set(world?.who.people ?? []);
  const skills = (await readAll(transaction, 'skills')).sort(
    (a, b) => a.groupName.localeCompare(b.groupName, 'en') || a.name.localeCompare(b.name, 'en'),
  );
  return {
    date,
    people: people
      .map((p) => {
        const own = p.territories.filter(
          (m) => m.validFrom <= date && (m.validTo === null || m.validTo >= date),
        );
        const homes = own.filter((m) => m.relation !== 'cover').map((m) => m.territoryId);
        return {
          id: p.id,
          version: p.version,
          name: p.name,
          territories: homes.map((id) => names.get(id) ?? id),
          mayChange: may(user, 'change', 'technicians', homes),
          skills: p.skills,
        };
      })
      .sort(
        (a, b) =>
          (a.territories[0] ?? '').localeCompare(b.territories[0] ?? '', 'en') ||
          a.name.localeCompare(b.name, 'en'),
      ),
    skills: skills.map((s) => {
      const visits = bySkill.get(s.id) ?? [];
      const topLevel = Math.max(0, ...visits.map((v) => levelOf(v, s.id)));
      const shifts = (world?.built.problem.shifts ?? []).filter(
        (x) =>
          x.memberIds === undefined &&
          open.has(x.personId) &&
          x.skills.some((k) => k.skillId === s.id && k.level >= Math.max(1, topLevel)),
      );
      const holders = [...new Set(shifts.map((x) => x.personId))];
      const kinds = [...new Set(visits.flatMap((v) => v.kind ?? []))];
      return {
        id: s.id,
        name: s.name,
        groupName: s.groupName,
        expires: s.expires,
        askedHours: hours(visits.reduce((sum, v) => sum + v.durationSec * (v.people ?? 1), 0)),
        heldHours: hours(shifts.reduce((sum, x) => sum + x.endSec - x.startSec, 0)),
        visits: visits.length,
        kinds: kinds.map((id) => ({ id, name: world?.data.kinds.get(id)?.name ?? id })),
        only:
          visits.length > 0 && holders.length === 1
            ? (people.find((p) => p.id === holders[0])?.name ?? null)
            : null,
        topLevel,
      };
    }),
  };
}
