/** A seeded source of pseudo-random numbers: same seed, same sequence, on every machine. */
export interface Random {
  /** Uniform in [0, 1). */
  next(): number;
  /** Uniform integer in [0, bound). */
  below(bound: number): number;
}

/** splitmix32, used to spread a seed over the four words of the state. */
function seedWords(seed: number): [number, number, number, number] {
  let a = seed | 0;
  const word = (): number => {
    a = (a + 0x9e3779b9) | 0;
    let t = a ^ (a >>> 16);
    t = Math.imul(t, 0x21f0aaad);
    t ^= t >>> 15;
    t = Math.imul(t, 0x735a2d97);
    return (t ^ (t >>> 15)) >>> 0;
  };
  return [word(), word(), word(), word()];
}

/** sfc32 (C. Doty-Humphrey, PractRand): four 32-bit words, period about 2^128. */
export function createRandom(seed: number): Random {
  let [a, b, c, d] = seedWords(seed);
  const bits = (): number => {
    const t = (((a + b) | 0) + d) | 0;
    d = (d + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = ((c << 21) | (c >>> 11)) + t;
    c |= 0;
    return t >>> 0;
  };
  for (let i = 0; i < 12; i++) bits();
  return {
    next: () => bits() / 4294967296,
    below: (bound) => Math.floor((bits() / 4294967296) * bound),
  };
}
