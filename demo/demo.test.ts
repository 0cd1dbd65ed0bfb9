import { createDemo } from './seed';

describe('the demo', () => {
  it('is the same each time it is made', () => {
    expect(JSON.stringify(createDemo())).toBe(JSON.stringify(createDemo()));
  });
  it('has a few natural uses of everything that work can ask for', () => {
    const { people, crews, orders } = createDemo();
    const count = (id: string): number => orders.filter((o) => o.kind.id === id).length;
    expect(people.filter((p) => p.isContractor)).toHaveLength(2);
    expect(people.filter((p) => p.loan).length).toBeGreaterThan(1);
    expect(crews).toHaveLength(3);
    for (const id of [
      'cable-test',
      'mast-lift',
      'new-cabinet',
      'bench-repair',
      'station-build',
      'post-and-wire',
    ])
      expect([id, count(id)]).toEqual([id, expect.any(Number)]);
    expect(count('station-build')).toBeGreaterThan(1);
    const wishes = orders.flatMap((o) => o.visits.map((v) => v.wish?.wish));
    for (const wish of ['favoured', 'avoid', 'never']) expect(wishes).toContain(wish);
  });
});
