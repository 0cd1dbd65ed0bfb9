import { messageTemplate } from '@/contract/work/messages';
import { signatureOf } from '../../work/hooks/call-due';
import { fillTemplate, timesFilling } from './fill-template';

describe('a message', () => {
  const at = Date.UTC(2026, 5, 16, 7) / 1000;
  it('says times in the zone of the work and the language of the reader', () => {
    const times = { startAt: at, endAt: at + 7200 };
    expect(timesFilling(times, 'Atlantic/Madeira', 'en')).toEqual({
      day: 'Tuesday 16 June',
      from: '08:00',
      to: '10:00',
    });
    expect(timesFilling(times, 'Atlantic/Azores', 'de').from).toBe('07:00');
    expect(timesFilling(times, 'Atlantic/Azores', 'de').day).toContain('Juni');
    expect(timesFilling({ startAt: null, endAt: null }, 'UTC', 'en').day).toBe('–');
  });
  it('fills in its words and leaves what is none', () => {
    const filling = {
      caller: 'A',
      work: 'Meter',
      site: 'B',
      number: 'W-1',
      link: '',
      company: 'C',
      day: 'D',
      from: '08:00',
      to: '10:00',
    };
    expect(fillTemplate('{work} at {site} {from}–{to} {other}', filling)).toBe(
      'Meter at B 08:00–10:00 {other}',
    );
  });
  it('with a word that nothing stands for is refused', () => {
    const template = { name: 'T', event: 'promised', body: 'See {everything}' };
    const checked = messageTemplate.schema.safeParse(template);
    expect(checked.success).toBe(false);
    expect(messageTemplate.schema.safeParse({ ...template, body: 'See {site}' }).success).toBe(true);
  });
});

describe('a call of another program', () => {
  it('is signed by HMAC-SHA-256 over the moment and the body', () => {
    const one = signatureOf('Jefe', 1, 'body');
    expect(one).toMatch(/^[0-9a-f]{64}$/);
    expect(signatureOf('Jefe', 2, 'body')).not.toBe(one);
    expect(signatureOf('Jefe', 1, 'other')).not.toBe(one);
  });
});
