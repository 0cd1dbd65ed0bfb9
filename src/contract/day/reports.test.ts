import fc from 'fast-check';
import { check } from '../shared/problems';
import { fieldReport, REPORT_KINDS, reportsAsk } from './reports';

const base = {
  id: '6f2a2c38-6a58-4f51-9b64-0f5d0d7a2c11',
  personId: 'tech-1',
  at: '2026-06-09T08:40:00Z',
};
const papers = {
  tasks: ['Look at the door'],
  parts: [{ name: 'Card reader', count: 2 }],
  minutes: 35,
  note: '',
  signedBy: 'At the gate',
  signature: 'M10 20 L30 40 L-1 2.5',
};
const photo = { kind: 'image/jpeg', image: 'aGVsbG8=' };
const OF_NOBODYS_VISIT = ['break-begins', 'break-ends', 'off', 'position', 'out', 'back', 'seen'];
/** What each kind needs beside itself. */
const needs = (kind: string): Record<string, unknown> => ({
  ...(OF_NOBODYS_VISIT.includes(kind) ? {} : { visitId: 'v' }),
  ...(kind === 'more-time' || kind === 'late' ? { minutes: 30 } : {}),
  ...(kind === 'not-done' || kind === 'out' ? { reason: 'Nobody there' } : {}),
  ...(kind === 'papers' ? { papers } : {}),
  ...(kind === 'photo' ? { photo } : {}),
  ...(kind === 'seen' ? { stops: [{ visitId: 'v', part: 1, startAt: 0 }] } : {}),
  ...(kind === 'position' ? { lat: 40, lon: -20 } : {}),
});

describe('a report from the field', () => {
  it.each([...REPORT_KINDS])('%s is taken with what it needs, and not without', (kind) => {
    const full = { ...base, kind, ...needs(kind) };
    expect(check(fieldReport, full).ok).toBe(true);
    for (const field of Object.keys(needs(kind))) {
      const { [field]: _gone, ...rest } = full as Record<string, unknown>;
      expect(check(fieldReport, rest).ok).toBe(false);
    }
  });

  it('has an id that no two devices give by chance, a moment, and a place whole or not at all', () => {
    for (const change of [
      { id: 'one' },
      { at: 'now' },
      { lat: 40 },
      { lat: 140, lon: 0 },
      { part: 0 },
      { colour: 'red' },
    ])
      expect(check(fieldReport, { ...base, kind: 'off', ...change }).ok).toBe(false);
  });

  it('brings only what can be kept: bounded lists, a signature that is a line, a photo that is one', () => {
    const sent = (change: object): boolean =>
      check(fieldReport, { ...base, kind: 'papers', visitId: 'v', papers: { ...papers, ...change } }).ok;
    expect(sent({})).toBe(true);
    for (const change of [
      { signature: 'M0 0"><script>' },
      { signature: `M${'1 '.repeat(15_000)}` },
      { minutes: -1 },
      { minutes: 1441 },
      { minutes: 1.5 },
      { parts: [{ name: '', count: 1 }] },
      { parts: [{ name: 'Card reader', count: 0 }] },
      { tasks: Array(101).fill('x') },
      { note: 'x'.repeat(2001) },
      { colour: 'red' },
    ])
      expect([change, sent(change)]).toEqual([change, false]);
    for (const change of [
      { kind: 'image/svg+xml' },
      { image: '' },
      { image: 'not base64!' },
      { image: 'aaaa'.repeat(100_000) },
    ])
      expect(
        check(fieldReport, { ...base, kind: 'photo', visitId: 'v', photo: { ...photo, ...change } }).ok,
      ).toBe(false);
  });

  it('brings nothing of another kind', () => {
    for (const change of [{ papers }, { photo }, { stops: [] }, { date: '2026-06-09' }, { minutes: 30 }])
      expect(check(fieldReport, { ...base, kind: 'off', ...change }).ok).toBe(false);
  });

  it('comes with at most two hundred others', () => {
    const one = { ...base, kind: 'off' };
    expect(check(reportsAsk, { reports: [] }).ok).toBe(false);
    expect(check(reportsAsk, { reports: Array(200).fill(one) }).ok).toBe(true);
    expect(check(reportsAsk, { reports: Array(201).fill(one) }).ok).toBe(false);
  });

  it('is never anything but taken or refused by field, whatever is sent', () =>
    fc.assert(
      fc.property(fc.anything(), (value) => {
        const checked = check(fieldReport, value);
        expect(checked.ok || checked.problems.length > 0).toBe(true);
      }),
    ));
});
