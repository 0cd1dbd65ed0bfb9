import { readAll } from '@/db/repositories/shared/schedule';
import { readObject } from '@/server/shared/objects/read-objects';
import { saveObject } from '@/server/shared/objects/save-object';
import type { Unit } from '@/server/shared/unit';
import {
  bookAlone,
  cancelBooking,
  changeBooking,
  confirmBooking,
  kindsOnOffer,
  otherWindows,
  readPublicBooking,
  windowsOnOffer,
} from '@/server/work/booking/book-alone';
import { listMessages } from '@/server/work/messages/outbox';
import { leaveDatabase, refusalOf } from '../../support/database';
import { bareOf } from '../../support/objects';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const WHO = { caller: 'Somebody', email: 'somebody@home.example', phone: '', note: '' };

async function serialIn(unit: Unit, territoryId: string): Promise<string> {
  const sites = new Set(
    (await readAll(unit.transaction, 'sites')).filter((s) => s.territoryId === territoryId).map((s) => s.id),
  );
  return (await readAll(unit.transaction, 'assets')).find((a) => sites.has(a.siteId))!.serial;
}

async function book(unit: Unit): Promise<string> {
  const code = await serialIn(unit, 'quay');
  const { windows } = await windowsOnOffer(unit, { kind: 'terminal', code });
  const [first] = windows.slice(-1);
  const { secret } = await bookAlone(
    unit,
    { kind: 'terminal', code, window: `${first!.startAt}-${first!.endAt}`, ...WHO },
    'http://here',
  );
  return secret!;
}

describe('a customer alone', () => {
  it('books a time by a serial number, confirms it, changes it and cancels it', () =>
    asAnalyst(async (unit) => {
      const secret = await book(unit);
      const made = await readPublicBooking(unit, secret);
      expect(made).toMatchObject({ state: 'promised', isConfirmed: false, mayChange: true, person: null });
      const [letter] = await listMessages(unit);
      expect(letter).toMatchObject({ event: 'booked', address: WHO.email });
      expect(letter!.body).toContain(`http://here/book/${secret}`);
      await confirmBooking(unit, secret);
      expect((await readPublicBooking(unit, secret)).isConfirmed).toBe(true);
      const other = (await otherWindows(unit, secret)).windows.find((w) => w.startAt !== made.startAt)!;
      await changeBooking(unit, secret, `${other.startAt}-${other.endAt}`);
      expect(await readPublicBooking(unit, secret)).toMatchObject({
        startAt: other.startAt,
        endAt: other.endAt,
      });
      await cancelBooking(unit, secret);
      expect(await readPublicBooking(unit, secret)).toMatchObject({ state: 'cancelled', mayChange: false });
      expect((await refusalOf(cancelBooking(unit, secret))).facts).toMatchObject({ reason: 'too-late' });
    }));

  it('is told nothing of others: unknown codes, kinds and secrets are answered like none', () =>
    asAnalyst(async (unit) => {
      const code = await serialIn(unit, 'quay');
      const none = { zone: 'UTC', windows: [] };
      for (const asked of [
        { kind: 'terminal', code: 'OC-999999' },
        { kind: 'terminal', code: 'quay' },
        { kind: 'terminal', code: '%%' },
        { kind: 'cabinet', code },
        { kind: 'no-such', code },
        { kind: '%%', code },
        { kind: 'terminal', code: 'x'.repeat(300) },
        { kind: 'terminal', code, further: 'abc' },
      ])
        expect(await windowsOnOffer(unit, asked)).toEqual(none);
      const { windows } = await windowsOnOffer(unit, { kind: 'terminal', code });
      // When, and nothing else.
      for (const w of windows) expect(Object.keys(w).sort()).toEqual(['date', 'endAt', 'startAt']);
      expect((await refusalOf(readPublicBooking(unit, 'no-such-secret'))).code).toBe('not-found');
      const offered = await kindsOnOffer(unit);
      expect(offered.kinds.map((k) => k.id).sort()).toEqual(['dead-charger', 'safety-check', 'terminal']);
      for (const window of ['1-2', null, '1781089200-1781089201'])
        expect(
          (await refusalOf(bookAlone(unit, { kind: 'terminal', code, window, ...WHO }, ''))).code,
        ).not.toBe('failed');
    }));

  it('asks for what is not booked at once, and the office has a request', () =>
    asAnalyst(async (unit) => {
      const code = await serialIn(unit, 'north');
      const { secret } = await bookAlone(
        unit,
        { kind: 'safety-check', code, ...WHO, note: 'Before August' },
        '',
      );
      expect(secret).toBeNull();
      const made = (await readAll(unit.transaction, 'requests')).find((r) =>
        r.said.includes('Before August'),
      )!;
      expect(made).toMatchObject({ channel: 'form', caller: WHO.caller, stage: 'new' });
    }));

  it('finds nothing where the company does not offer it, and is told who comes only where it says so', () =>
    asAnalyst(async (unit) => {
      const secret = await book(unit);
      const set = async (change: object): Promise<void> => {
        const company = await readObject(unit, 'company', 'company');
        await saveObject(unit, 'company', 'company', {
          version: company.version,
          value: { ...bareOf(company), ...change },
        });
      };
      await set({ bookingNames: true });
      expect((await readPublicBooking(unit, secret)).person).not.toBeNull();
      await set({ bookingUntilMin: 100_000 });
      expect((await readPublicBooking(unit, secret)).mayChange).toBe(false);
      await set({ bookingOpen: false });
      expect((await refusalOf(kindsOnOffer(unit))).code).toBe('not-found');
      expect((await refusalOf(readPublicBooking(unit, secret))).code).toBe('not-found');
    }));
});
