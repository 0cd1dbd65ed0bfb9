import type { Transaction } from '@/db/connection';
import { programKeys } from '@/db/models/access';
import { rowsOf } from '@/db/models/table';
import { issueEntryLink } from '@/server/access/entry-links';
import { endKey, listOwnKeys, makeKey, noteKeyUse, readKeyHolder } from '@/server/access/keys';
import { listOf, readListQuery, readObject, readObjectHistory } from '@/server/shared/objects/read-objects';
import { createObject, saveObject } from '@/server/shared/objects/save-object';
import { listMails } from '@/server/stand-ins/mail';
import { DEMO_NOW, refusalOf, rolledBack, unitAs } from '../support/database';
import { bareOf } from '../support/objects';

const soon = (): string => new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10);

async function through(transaction: Transaction, text: string) {
  const user = await readKeyHolder({ transaction }, text);
  return user ? { user, transaction, now: DEMO_NOW } : null;
}

describe('keys for programs', () => {
  it('act in the name of their owner, in the owner’s territories, as far as they go', () =>
    rolledBack(async (transaction) => {
      const analyst = await unitAs(transaction, 'analyst', ['quay']);
      const { text } = await makeKey(analyst, {
        name: 'Reader',
        objects: ['skills', 'sites'],
        endsOn: soon(),
      });
      expect(text).toMatch(/^lk_[\w-]{43}$/);
      const unit = (await through(transaction, text))!;
      expect(unit.user.id).toBe(analyst.user.id);
      expect((await listOf(unit, 'skills', readListQuery('skills', new URLSearchParams()))).total).toBe(9);
      // Not in its scope, though its owner may.
      expect(
        (await refusalOf(listOf(unit, 'parts', readListQuery('parts', new URLSearchParams())))).code,
      ).toBe('not-found');
      const skill = await readObject(unit, 'skills', 'cable');
      const save = saveObject(unit, 'skills', 'cable', {
        version: skill.version,
        value: { ...bareOf(skill), name: 'X' },
      });
      expect((await refusalOf(save)).code).toBe('not-found');
      // What its owner does not see, it does not.
      const sites = await listOf(unit, 'sites', readListQuery('sites', new URLSearchParams()));
      expect(sites.rows.every((s) => s.territoryId === 'quay')).toBe(true);
      const strong = await makeKey(analyst, {
        name: 'Writer',
        mayChange: true,
        objects: ['parts'],
        endsOn: soon(),
      });
      const writer = (await through(transaction, strong.text))!;
      const made = await createObject(writer, 'parts', { value: { name: 'Fuse' } });
      const [first] = await readObjectHistory(analyst, 'parts', made.id);
      expect(first).toMatchObject({ name: 'create', by: analyst.user.name, facts: { key: 'Writer' } });
    }));

  it('end by themselves, by their owner, by an administrator, and with their owner', () =>
    rolledBack(async (transaction) => {
      const analyst = await unitAs(transaction, 'analyst', ['quay']);
      const other = await unitAs(transaction, 'analyst', ['north']);
      const admin = await unitAs(transaction, 'administrator', []);
      const one = await makeKey(analyst, { name: 'One', endsOn: soon() });
      const two = await makeKey(analyst, { name: 'Two', endsOn: soon() });
      expect((await refusalOf(endKey(other, one.id))).code).toBe('not-found');
      expect((await listOwnKeys(other)).keys).toEqual([]);
      await endKey(analyst, one.id);
      expect(await through(transaction, one.text)).toBeNull();
      expect((await listOwnKeys(admin)).keys.map((k) => [k.name, k.isOwn])).toEqual([['Two', false]]);
      await rowsOf(transaction, programKeys).update({ id: two.id }, { endsOn: '2026-01-01' });
      expect(await through(transaction, two.text)).toBeNull();
      expect((await listOwnKeys(analyst)).keys[0]).toMatchObject({ isOver: true });
      await endKey(admin, two.id);
      const three = await makeKey(analyst, { name: 'Three', endsOn: soon() });
      await noteKeyUse({ transaction }, three.text);
      expect((await listOwnKeys(analyst)).keys[0]!.lastUsedAt).not.toBeNull();
      const user = await readObject(admin, 'users', analyst.user.id);
      await saveObject(admin, 'users', analyst.user.id, {
        version: user.version,
        value: { ...bareOf(user), active: false },
      });
      expect(await through(transaction, three.text)).toBeNull();
    }));

  it('are refused with what and where', () =>
    rolledBack(async (transaction) => {
      const agent = await unitAs(transaction, 'agent', ['quay']);
      const problems = async (value: Record<string, unknown>): Promise<string[]> =>
        (
          (await refusalOf(makeKey(agent, { name: 'X', endsOn: soon(), ...value }))).facts.problems as {
            path: string;
            code: string;
          }[]
        ).map((p) => `${p.path} ${p.code}`);
      expect(await problems({ endsOn: '2020-01-01' })).toEqual(['endsOn over-already']);
      expect(await problems({ endsOn: '2190-01-01' })).toEqual(['endsOn too-far']);
      expect(await problems({ name: ' ' })).toEqual(['name too-small']);
      expect(await problems({ objects: ['skills', 'users'] })).toEqual(['objects.1 not-yours']);
      expect(await problems({ objects: ['skills'], mayChange: true })).toEqual(['objects.0 not-yours']);
      expect(await through(transaction, 'lk_nothing')).toBeNull();
      expect(await through(transaction, 'session-token')).toBeNull();
    }));
});

describe('the stand-in for mail', () => {
  it('shows invitations with their link to administrators alone', () =>
    rolledBack(async (transaction) => {
      const admin = await unitAs(transaction, 'administrator', []);
      const analyst = await unitAs(transaction, 'analyst', ['quay']);
      const { link } = await issueEntryLink(admin, analyst.user.id);
      const [mail] = await listMails(admin);
      expect(mail).toMatchObject({ recipient: analyst.user.email });
      expect(mail!.body).toContain(link);
      expect((await refusalOf(listMails(analyst))).code).toBe('not-found');
    }));
});
