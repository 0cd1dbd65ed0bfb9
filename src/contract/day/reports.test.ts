import fc from 'fast-check';
import { check } from '../shared/problems';
import { fieldReport, REPORT_KINDS, reportsAsk } from './reports';

const base = {
  id: '6f2a2c38-6a58-4f51-9b64-0f5d0d7a2c11',
  personId: 'tech-1',
  at: '2026-06-09T08:40:00Z',
};
/** What each kind needs beside itself. */
const needs = (kind: string): Record<string, unknown> => ({
  ...(['break-begins', 'break-ends', 'off', 'position'].includes(kind) ? {} : { visitId: 'v' }),
  ...(kind === 'more-time' ? { minutes: 30 } : {}),
  ...(kind === 'not-done' ? { reason: 'Nobody there' } : {}),
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
