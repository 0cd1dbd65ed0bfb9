import { commandsFor, hrefOf } from './lines';

const visit = {
  kind: 'visit' as const,
  id: 'v/2',
  title: 'W-1.2',
  detail: '',
  territoryId: 'quay',
  date: '2026-06-10',
};

describe('what was found', () => {
  it('opens where it is', () => {
    expect(hrefOf(visit)).toBe('/plan?territories=quay&from=2026-06-10&selected=visit%3Av%2F2');
    expect(hrefOf({ ...visit, date: null })).toBe('/plan?territories=quay&selected=visit%3Av%2F2');
    expect(hrefOf({ ...visit, kind: 'person', id: 'p' })).toContain('selected=person%3Ap');
    expect(hrefOf({ ...visit, kind: 'site', id: 's' })).toBe('/set-up/sites/s');
  });

  it('has commands by any of their words', () => {
    expect(commandsFor('templ').map((c) => c.href)).toEqual(['/plan/drafts']);
    expect(commandsFor('Opti').map((c) => c.title)).toEqual(['Optimize …']);
    expect(commandsFor('x')).toEqual([]);
    expect(commandsFor('no such')).toEqual([]);
  });
});
