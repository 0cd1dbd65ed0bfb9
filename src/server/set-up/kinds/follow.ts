import {
  FOLLOWING,
  type FollowersView,
  type Following,
  kindEnvelope,
} from '@/contract/set-up/answers/follow';
import type { ObjectValue } from '@/contract/shared/object';
import { type Follower, readOpenVisitsOfKind } from '@/db/repositories/set-up/followers';
import type { Stored } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy } from '../../shared/access';
import { runCommand } from '../../shared/commands/command';
import { readObject } from '../../shared/objects/read-objects';
import { changedFields, prepareSave, writePrepared } from '../../shared/objects/save-object';
import { required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

type Kind = Stored<'job-kinds'>;

/** Visits in sight that have what the kind says of a field: those that were changed by hand stay as they are. */
function followersOf(unit: Unit, all: readonly Follower[], kind: Kind, field: Following): Follower[] {
  const seen = seenBy(unit.user);
  return all.filter((v) => v[field] === kind[field] && (v.territoryId === null || seen.has(v.territoryId)));
}

export async function readFollowers(unit: Unit, id: string): Promise<FollowersView> {
  const kind = (await readObject(unit, 'job-kinds', id)) as unknown as Kind;
  const all = await readOpenVisitsOfKind(unit.transaction, id);
  const counts = (field: Following) => {
    const list = followersOf(unit, all, kind, field);
    const planned = list.filter((v) => v.isPlanned).length;
    return { loose: list.length - planned, planned };
  };
  return { durationMin: counts('durationMin'), priority: counts('priority') };
}

/** Saves a kind, and lets its open visits follow in the fields that are named, as one command. */
export async function saveKind(unit: Unit, id: string, raw: unknown): Promise<ObjectValue> {
  requireRight(unit, 'change', 'job-kinds');
  const { version, value, follow, planned } = required(kindEnvelope, raw);
  const old = (await readObject(unit, 'job-kinds', id)) as unknown as Kind;
  const prepared = await prepareSave(unit, 'job-kinds', id, { version, value: () => value });
  const kind = prepared.after as unknown as Kind;
  const changed = changedFields(prepared.before ?? {}, prepared.after);
  const fields = FOLLOWING.filter((f) => follow.includes(f) && changed.includes(f));
  const facts = { object: 'job-kinds', id, title: kind.name, fields: changed };
  const own = new Set(unit.user.grants.filter((g) => g.mayChange).map((g) => g.territoryId));
  const { result } = await runCommand(unit, 'save', facts, async (command) => {
    const stored =
      changed.length > 0 ? await writePrepared(unit, command, 'job-kinds', prepared) : prepared.after;
    const all = await readOpenVisitsOfKind(unit.transaction, id);
    const ids = new Map<string, Partial<Record<Following, number>>>();
    for (const field of fields)
      for (const v of followersOf(unit, all, old, field))
        if ((planned || !v.isPlanned) && (v.territoryId === null || own.has(v.territoryId)))
          ids.set(v.id, { ...ids.get(v.id), [field]: kind[field] });
    for (const [visitId, patch] of ids) {
      const visit = await prepareSave(unit, 'visits', visitId, {
        value: ({ id: _id, version: _version, archivedAt: _archived, ...before }) => ({
          ...before,
          ...patch,
        }),
      });
      await writePrepared(unit, command, 'visits', visit);
    }
    return stored;
  });
  return result;
}
