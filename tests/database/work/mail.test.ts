import { readAll } from '@/db/repositories/shared/schedule';
import type { Unit } from '@/server/shared/unit';
import { listIncoming, putMail, workThroughMails } from '@/server/work/mail/take-in-mails';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

/** Puts a mail in, has it worked through, and gives the request that it became. */
async function written(unit: Unit, ask: object) {
  const { id } = await putMail(unit, ask);
  await workThroughMails((work) => work(unit));
  const mail = (await listIncoming(unit)).find((m) => m.id === id)!;
  const request = (await readAll(unit.transaction, 'requests')).find((r) => r.id === mail.request?.id);
  return { mail, request };
}

async function someAsset(unit: Unit) {
  const sites = new Map((await readAll(unit.transaction, 'sites')).map((s) => [s.id, s]));
  const asset = (await readAll(unit.transaction, 'assets')).find(
    (a) => a.serial !== '' && sites.get(a.siteId)?.territoryId === 'quay' && sites.get(a.siteId)?.customerId,
  )!;
  const { customerId } = sites.get(asset.siteId)!;
  const customer = (await readAll(unit.transaction, 'customers')).find((c) => c.id === customerId)!;
  return { asset, customer };
}

describe('a mail that comes in', () => {
  it('becomes a request at the asset whose serial number it has, of whoever wrote it', () =>
    asAnalyst(async (unit) => {
      const { asset, customer } = await someAsset(unit);
      const { mail, request } = await written(unit, {
        from: customer.email.toUpperCase(),
        name: 'Some "Keeper"',
        subject: 'Läuft nicht',
        text: `Number ${asset.serial}. It hums\nall day.`,
      });
      expect(mail).toMatchObject({ state: 'taken', subject: 'Läuft nicht' });
      expect(request).toMatchObject({
        channel: 'mail',
        stage: 'new',
        siteId: asset.siteId,
        assetId: asset.id,
        customerId: customer.id,
        caller: 'Some Keeper',
        said: `Läuft nicht\n\nNumber ${asset.serial}. It hums\nall day.`,
      });
    }));

  it('is not put at another customer’s place because it names a number there', () =>
    asAnalyst(async (unit) => {
      const { asset, customer } = await someAsset(unit);
      const other = (await readAll(unit.transaction, 'customers')).find((c) => c.id !== customer.id)!;
      const { request } = await written(unit, { from: other.email, text: `It is ${asset.serial}.` });
      expect(request).toMatchObject({ customerId: other.id, assetId: null });
      expect(request!.siteId).not.toBe(asset.siteId);
    }));

  it('is put at the work order that it speaks of, and nowhere where nothing is known', () =>
    asAnalyst(async (unit) => {
      const { customer } = await someAsset(unit);
      const sites = (await readAll(unit.transaction, 'sites')).filter((s) => s.customerId === customer.id);
      const order = (await readAll(unit.transaction, 'work-orders')).find((o) =>
        sites.some((s) => s.id === o.siteId),
      )!;
      const known = await written(unit, {
        from: customer.email,
        subject: `W-${order.number}`,
        text: 'Once more.',
      });
      expect(known.request?.siteId).toBe(order.siteId);
      const unknown = await written(unit, { from: 'nobody@nowhere.example', text: 'Help.' });
      expect(unknown.request).toMatchObject({ siteId: null, customerId: null, caller: '' });
    }));

  it('passed on twice is one; an answer of a program and what cannot be read are kept and told, and hold up no other', () =>
    asAnalyst(async (unit) => {
      const raw = 'From: a@b.example\r\nMessage-ID: <once@b.example>\r\nSubject: One\r\n\r\nText';
      expect((await putMail(unit, { raw })).isNew).toBe(true);
      expect((await putMail(unit, { raw })).isNew).toBe(false);
      await putMail(unit, { raw: 'Subject: From nobody\r\n\r\nText' });
      await putMail(unit, {
        raw: 'From: a@b.example\r\nAuto-Submitted: auto-replied\r\nSubject: Away\r\n\r\n-',
      });
      await workThroughMails((work) => work(unit));
      const all = (await listIncoming(unit)).filter((m) => m.request === null || m.id === '<once@b.example>');
      expect(all.map((m) => m.failure).sort()).toEqual([
        'An automatic answer',
        'It does not say who sent it',
        null,
      ]);
      expect(
        (await readAll(unit.transaction, 'requests')).filter((r) => r.said.startsWith('One')),
      ).toHaveLength(1);
    }));

  it('is put in by whoever takes requests in, and seen where one sees the place', () =>
    asAnalyst(async (unit) => {
      const { asset, customer } = await someAsset(unit);
      await written(unit, { from: customer.email, subject: 'Seen', text: asset.serial });
      const west = await unitAs(unit.transaction, 'agent', ['westisle']);
      expect((await listIncoming(west)).map((m) => m.subject)).not.toContain('Seen');
      const manager = await unitAs(unit.transaction, 'manager', ['quay']);
      expect((await listIncoming(manager)).map((m) => m.subject)).toContain('Seen');
      expect((await refusalOf(putMail(manager, { from: 'a@b.example', text: 'x' }))).code).toBe('not-found');
      for (const wrong of [{}, { raw: '' }, { from: 'a', text: 'x' }, { raw: 'a\u0000b' }])
        expect((await refusalOf(putMail(unit, wrong))).code).toBe('invalid');
    }));
});
