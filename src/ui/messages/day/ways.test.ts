import type { Way } from '@/contract/day/ways';
import { wayText } from './ways';

const at = (h: number, m = 0): number => Date.UTC(2026, 5, 9, h, m) / 1000;
const move = (more: Partial<Way['moves'][number]> = {}): Way['moves'][number] => ({
  visitId: 'v',
  label: 'W-12',
  site: 'Quay library',
  wasWith: 'A',
  with: 'B',
  startAt: at(10, 20),
  lateSec: 0,
  ...more,
});
const way = (more: Partial<Way>): Way => ({
  key: 'k',
  kind: 'give',
  moves: [move()],
  breakAt: null,
  pushed: [],
  tell: [],
  price: 12_000_000,
  wholePrice: 12_000_000,
  loose: 0,
  ...more,
});

describe('a way out in words', () => {
  it('says who has a visit then, when, how late, and what it costs', () => {
    expect(wayText(way({}), 'UTC')).toBe('Give to B, 10:20, +12.0');
    expect(
      wayText(
        way({
          moves: [move({ lateSec: 300 })],
          pushed: [{ label: 'W-1', startAt: at(11), wasAt: at(10) }],
        }),
        'UTC',
      ),
    ).toBe('Give to B, 10:20, 5 min late, 1 at another time for it, +12.0');
  });

  it('says what makes room, and where that goes', () => {
    const moves = [move(), move({ label: 'W-9', with: 'C', startAt: at(15) })];
    expect(wayText(way({ kind: 'room', moves }), 'UTC')).toBe('To B, 10:20; W-9 goes to C, 15:00, +12.0');
    expect(wayText(way({ kind: 'swap', moves }), 'UTC')).toBe(
      'Swap: to B, 10:20; W-9 goes to C, 15:00, +12.0',
    );
    const off = [move(), move({ label: 'W-9', with: null, startAt: null })];
    expect(wayText(way({ kind: 'room', moves: off, loose: 1 }), 'UTC')).toBe(
      'To B, 10:20; W-9 comes off the day, +12.0',
    );
  });

  it('says who takes over a day, and how much of it has no place', () => {
    const moves = [move(), move({ with: 'C' }), move({ with: null, startAt: null })];
    expect(wayText(way({ kind: 'spread', moves, loose: 1, wholePrice: 90_000_000 }), 'UTC')).toBe(
      'Give 2 to B, C, 1 without a place, +90.0',
    );
    const none = [move({ with: null, startAt: null })];
    expect(wayText(way({ kind: 'spread', moves: none, loose: 1, wholePrice: 90_000_000 }), 'UTC')).toBe(
      'Take 1 off the day, 1 without a place, +90.0',
    );
  });

  it('says when a break comes sooner, and what is later for it', () => {
    const pushed = [{ label: 'W-1', startAt: at(13), wasAt: at(12) }];
    expect(wayText(way({ kind: 'break', moves: [], breakAt: at(12, 5), pushed }), 'UTC')).toBe(
      'Break at 12:05 instead, 1 at another time for it, +12.0',
    );
  });

  it('says what fits, and what a whole rest of a day comes to', () => {
    expect(wayText(way({ kind: 'fill' }), 'UTC')).toBe('W-12 Quay library, 10:20, +12.0');
    expect(wayText(way({ kind: 'rest', loose: -3, wholePrice: -40_000_000 }), 'UTC')).toBe(
      'Move 1, 3 loose ends find a place, −40.0',
    );
  });
});
