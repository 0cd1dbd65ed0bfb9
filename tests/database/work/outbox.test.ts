import { createServer } from 'node:http';
import { readAll } from '@/db/repositories/shared/schedule';
import { createObject } from '@/server/shared/objects/save-object';
import type { Unit } from '@/server/shared/unit';
import { cancelOrder, createWork } from '@/server/work/change-order';
import { callDueHooks, signatureOf } from '@/server/work/hooks/call-due';
import { callAgain, listHookCalls, listMessages, sendAgain } from '@/server/work/messages/outbox';
import { sendDueMessages, standIn } from '@/server/work/messages/send-due';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

async function someOrder(unit: Unit): Promise<string> {
  const site = (await readAll(unit.transaction, 'sites')).find(
    (s) => s.customerId && s.territoryId === 'quay' && s.lat,
  )!;
  const { id } = await createWork(unit, { siteId: site.id, jobKindId: 'terminal' });
  return id;
}

/** What the demo's morning wrote is sent, so that only what a test writes waits. */
async function sendMorning(unit: Unit): Promise<void> {
  while ((await sendDueMessages(unit, async () => undefined)) > 0);
}

describe('messages to customers', () => {
  it('wait in the outbox, are sent once, and stand in the history of their work', () =>
    asAnalyst(async (unit) => {
      await sendMorning(unit);
      const id = await someOrder(unit);
      await cancelOrder(unit, id, { reason: 'Not wanted', tell: true });
      const [waiting] = await listMessages(unit);
      expect(waiting).toMatchObject({ event: 'sorry', state: 'waiting', workOrderId: id });
      expect(waiting!.body).toContain('is cancelled');
      const carried: string[] = [];
      const carry = async ({ address }: { address: string }): Promise<void> => void carried.push(address);
      await sendDueMessages(unit, carry);
      await sendDueMessages(unit, carry);
      expect(carried).toEqual([waiting!.address]);
      expect((await listMessages(unit))[0]).toMatchObject({ state: 'sent', tries: 1 });
      const west = await unitAs(unit.transaction, 'agent', ['westisle']);
      expect((await listMessages(west)).map((m) => m.id)).not.toContain(waiting!.id);
    }));

  it('that fail are tried again later, told as failed in the end, and sent again on demand', () =>
    asAnalyst(async (unit) => {
      await sendMorning(unit);
      const id = await someOrder(unit);
      await cancelOrder(unit, id, { reason: 'Not wanted', tell: true });
      const fails = async (): Promise<void> =>
        standIn({ id: '', channel: 'mail', address: 'a@fail.example', subject: '', body: '' });
      await sendDueMessages(unit, fails);
      const [tried] = await listMessages(unit);
      expect(tried).toMatchObject({ state: 'waiting', tries: 1 });
      expect(tried!.failure).toContain('refuses');
      // It is not due again at once.
      expect(await sendDueMessages(unit, fails)).toBe(0);
      for (let i = 0; i < 4; i++) {
        await unit.transaction.sequelize.query(
          "update messages set next_try_at = now() - interval '1 minute' where state = 'waiting'",
          { transaction: unit.transaction.handle },
        );
        await sendDueMessages(unit, fails);
      }
      expect((await listMessages(unit))[0]).toMatchObject({ state: 'failed', tries: 5 });
      await sendAgain(unit, tried!.id);
      await sendDueMessages(unit, standIn);
      expect((await listMessages(unit))[0]).toMatchObject({ state: 'sent' });
      expect((await refusalOf(sendAgain(unit, tried!.id))).code).toBe('not-found');
    }));
});

describe('other programs', () => {
  it('are called with what happened, signed; what they do not take is tried again and seen', () =>
    asAnalyst(async (unit) => {
      const heard: { body: string; signature: string; at: string }[] = [];
      let status = 204;
      const server = createServer((request, response) => {
        let body = '';
        request.on('data', (d) => (body += d));
        request.on('end', () => {
          heard.push({
            body,
            signature: String(request.headers['x-lime-signature']),
            at: String(request.headers['x-lime-at']),
          });
          response.writeHead(status).end();
        });
      });
      await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
      const { port } = server.address() as { port: number };
      const secret = 'a secret of sixteen';
      await createObject(unit, 'hooks', {
        value: {
          name: 'Test',
          address: `http://127.0.0.1:${port}/x`,
          secret,
          events: ['created', 'cancelled'],
        },
      });
      const id = await someOrder(unit);
      await callDueHooks(unit);
      expect(heard).toHaveLength(1);
      const [first] = heard;
      expect(JSON.parse(first!.body)).toMatchObject({ event: 'created', workOrder: { id } });
      expect(first!.signature).toBe(`sha256=${signatureOf(secret, Number(first!.at), first!.body)}`);
      status = 500;
      await cancelOrder(unit, id, { reason: 'Not wanted', tell: false });
      await callDueHooks(unit);
      expect((await listHookCalls(unit)).find((c) => c.event === 'cancelled')).toMatchObject({
        state: 'waiting',
        status: 500,
        tries: 1,
      });
      server.close();
      const dispatcher = await unitAs(unit.transaction, 'dispatcher', ['quay']);
      expect((await refusalOf(listHookCalls(dispatcher))).code).toBe('not-found');
      expect((await refusalOf(callAgain(unit, 'no-such'))).code).toBe('not-found');
    }));
});
