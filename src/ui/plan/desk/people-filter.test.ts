import { peopleFilter } from '@/contract/plan/desks';
import type { PersonView } from '@/contract/plan/plan-view';
import { isOnDesk } from './people-filter';

const person = (more: Partial<PersonView> = {}): PersonView => ({
  id: 'p',
  name: 'Ada Brook',
  zone: 'UTC',
  homeTerritory: 'north',
  skills: [{ id: 'cables', level: 3 }],
  groupIds: ['night'],
  shifts: [],
  ...more,
});
const filter = (given: object) => peopleFilter.parse(given);

describe('a desk', () => {
  it('shows everybody where it says nothing', () => {
    expect(isOnDesk(person(), filter({}))).toBe(true);
    expect(isOnDesk(person({ skills: [], groupIds: [] }), filter({}), '  ')).toBe(true);
  });

  it('asks for every skill named, at the level named', () => {
    expect(isOnDesk(person(), filter({ skillIds: ['cables'], level: 3 }))).toBe(true);
    expect(isOnDesk(person(), filter({ skillIds: ['cables'], level: 4 }))).toBe(false);
    expect(isOnDesk(person(), filter({ skillIds: ['cables', 'meters'] }))).toBe(false);
  });

  it('asks for one of the territories, groups, kinds and people named', () => {
    expect(isOnDesk(person(), filter({ territoryIds: ['quay', 'north'] }))).toBe(true);
    expect(isOnDesk(person(), filter({ territoryIds: ['quay'] }))).toBe(false);
    expect(isOnDesk(person(), filter({ groupIds: ['night'] }))).toBe(true);
    expect(isOnDesk(person(), filter({ groupIds: ['day'] }))).toBe(false);
    expect(isOnDesk(person({ crewOf: 2 }), filter({ kinds: ['crew'] }))).toBe(true);
    expect(isOnDesk(person({ isContractor: true }), filter({ kinds: ['person'] }))).toBe(false);
    expect(isOnDesk(person(), filter({ personIds: ['q'] }))).toBe(false);
  });

  it('finds by every word of a name', () => {
    expect(isOnDesk(person(), filter({}), 'bro ad')).toBe(true);
    expect(isOnDesk(person(), filter({}), 'bro cy')).toBe(false);
  });
});
