import type { Random } from '@/core/index';

/** A closed wavy line: radius factor by angle, from a few seeded harmonics. */
export function wavyRing(random: Random, harmonics: number, roughness: number): (angle: number) => number {
  const waves = Array.from({ length: harmonics }, (_, i) => ({
    k: i + 2,
    size: (roughness * (random.next() - 0.5) * 2) / (i + 1.4),
    turn: random.next() * Math.PI * 2,
  }));
  return (angle) => 1 + waves.reduce((sum, w) => sum + w.size * Math.cos(w.k * angle + w.turn), 0);
}
