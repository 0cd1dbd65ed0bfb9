import { NEEDS, PERSON_STATES } from '@/contract/day/day-view';
import { REFUSALS, REPORT_KINDS } from '@/contract/day/reports';
import { FIELD_STATES } from '@/core/index';
import { FIELD_WORDS, fieldText, NEED_WORDS, PERSON_WORDS, REFUSED_WORDS, reportText } from './day-words';

describe('words of the day', () => {
  it('are there for every state, need and refusal', () => {
    for (const state of FIELD_STATES) expect(FIELD_WORDS[state]).not.toBe('');
    for (const state of PERSON_STATES) expect(PERSON_WORDS[state]).not.toBe('');
    for (const why of REFUSALS) expect(REFUSED_WORDS[why]).not.toBe('');
    for (const need of NEEDS) {
      const text = NEED_WORDS[need]({
        what: 'Work at a site',
        who: 'Somebody',
        where: 'The north',
        rule: '',
        minutes: '12 min',
      });
      expect(text).toMatch(/^(Work at a site|Somebody|The north)/);
      expect(text).not.toMatch(/undefined/);
    }
  });

  it('tell how far a visit is by the field', () => {
    const none = {
      state: 'planned' as const,
      beganAt: null,
      endedAt: null,
      moreMin: 0,
      lateMin: 0,
      reason: '',
    };
    const at = (h: number): number => Date.UTC(2026, 5, 9, h) / 1000;
    expect(fieldText({ ...none, state: 'on-site', beganAt: at(9), moreMin: 60 }, 'UTC')).toBe(
      'From the field: on site since 09:00, 60 min more than planned.',
    );
    expect(
      fieldText(
        { ...none, state: 'not-done', beganAt: at(9), endedAt: at(10), reason: 'Nobody there' },
        'UTC',
      ),
    ).toBe('From the field: not done, 09:00–10:00: Nobody there.');
    expect(fieldText({ ...none, lateMin: 30 }, 'UTC')).toBe(
      'From the field: planned, 30 min late by their own word.',
    );
  });

  it('tell a report with what was said, and why it does not count', () => {
    expect(reportText('more-time', { minutes: 30 })).toBe('Needs more time, 30 min');
    expect(reportText('not-done', { reason: 'Nobody there' })).toBe('Could not be done: Nobody there');
    expect(reportText('done', { refused: 'already' })).toBe(
      'Done (does not count: somebody has said already how it ended)',
    );
    for (const kind of REPORT_KINDS)
      expect(reportText(kind, { refused: null })).not.toMatch(/undefined|null/);
  });
});
