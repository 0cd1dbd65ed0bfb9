import type { CreateLinearModel, LinearColumn } from '@/core/engine/index';
import { createRandom } from '@/core/index';

const VISITS = 80;
const SHIFTS = 15;
const ROUNDS = 6;
const DAYS_A_ROUND = 150;
/** After so many rounds of new days, the limits of some change as well. */
const FIXED_FROM = 3;
const SECONDS = 0.5;

/**
 * Solves a made-up model of days for a fifth of a second. A solver compiled to WebAssembly runs at first as it was
 * translated in haste, more slowly; the machine translates well what it sees used often, beside other work. So a search that comes to its first model seconds later finds a quick solver.
 */
export function warmUp(create: CreateLinearModel): void {
  const random = createRandom(1);
  const model = create([
    ...Array.from({ length: VISITS }, () => ({ atLeast: 1, atMost: Number.POSITIVE_INFINITY })),
    ...Array.from({ length: SHIFTS }, () => ({ atLeast: Number.NEGATIVE_INFINITY, atMost: 1 })),
  ]);
  const day = (): LinearColumn => {
    const from = random.below(VISITS);
    const length = 3 + random.below(6);
    const visits = Array.from({ length }, () => (from + random.below(2 * length)) % VISITS);
    return { price: length + 5 * random.next(), rows: [...new Set(visits), VISITS + random.below(SHIFTS)] };
  };
  model.add(Array.from({ length: VISITS }, (_, v) => ({ price: 10, rows: [v] })));
  for (let round = 0; round < ROUNDS; round++) {
    model.add(Array.from({ length: DAYS_A_ROUND }, day));
    const solved = model.relax(SECONDS);
    if (!solved || round < FIXED_FROM) continue;
    const isPart = (amount: number): boolean => amount > 0.1 && amount < 0.9;
    const at = Array.from(solved.amounts).findIndex((amount, column) => column >= VISITS && isPart(amount));
    if (at < 0) continue;
    model.atLeast(at, 1);
    model.relax(SECONDS);
  }
  model.dispose();
}
