import { createRandom, type Random } from '@/core/index';

/**
 * How Solomon laid out his families ("Algorithms for the vehicle routing and scheduling problems with time window
 * constraints", Operations Research 35(2), 1987): places at random (R), in clusters (C) or half of each (RC); a short
 * day with small vehicles (1) or a long one with large (2). The figures are from memory.
 */
const FAMILIES = {
  R1: { clustered: 0, depot: [35, 35], due: 230, capacity: 200, service: 10 },
  R2: { clustered: 0, depot: [35, 35], due: 1000, capacity: 1000, service: 10 },
  C1: { clustered: 1, depot: [40, 50], due: 1236, capacity: 200, service: 90 },
  C2: { clustered: 1, depot: [40, 50], due: 3390, capacity: 700, service: 90 },
  RC1: { clustered: 0.5, depot: [40, 50], due: 240, capacity: 200, service: 10 },
  RC2: { clustered: 0.5, depot: [40, 50], due: 960, capacity: 1000, service: 10 },
} as const;

export interface InstanceShape {
  readonly family: keyof typeof FAMILIES;
  /** Share of the customers with a window, and how long it is. */
  readonly share: number;
  readonly width: number;
}

/** Three or four of each family, from the tightest windows to the widest. */
export const SHAPES: readonly InstanceShape[] = [
  { family: 'R1', share: 0.75, width: 10 },
  { family: 'R1', share: 1, width: 30 },
  { family: 'R1', share: 0.5, width: 30 },
  { family: 'R1', share: 1, width: 120 },
  { family: 'RC1', share: 1, width: 30 },
  { family: 'RC1', share: 0.5, width: 30 },
  { family: 'RC1', share: 1, width: 110 },
  { family: 'C1', share: 1, width: 60 },
  { family: 'C1', share: 0.5, width: 60 },
  { family: 'C1', share: 1, width: 240 },
  { family: 'R2', share: 1, width: 115 },
  { family: 'R2', share: 0.5, width: 115 },
  { family: 'R2', share: 1, width: 240 },
  { family: 'R2', share: 1, width: 480 },
  { family: 'RC2', share: 1, width: 120 },
  { family: 'RC2', share: 0.5, width: 120 },
  { family: 'RC2', share: 1, width: 400 },
  { family: 'C2', share: 1, width: 160 },
  { family: 'C2', share: 0.5, width: 320 },
];

const CUSTOMERS = 100;
const CLUSTERS = 10;
/** Customers of a vehicle that goes round in a clustered family, by which its windows are laid. */
const ROUND = { C1: 10, C2: 30 } as const;
/** Narrower windows than this are all as long as they are said to be. */
const NARROW = 50;

type Place = readonly [number, number];
interface Customer {
  readonly at: Place;
  readonly demand: number;
}

const between = (a: Place, b: Place): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Box and Muller 1958: standard normal. */
function normal(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random.next())) * Math.cos(2 * Math.PI * random.next());
}

/** An instance of 100 customers as text, in the layout of the published files. */
export function madeUpInstance(shape: InstanceShape, seed: number): string {
  const random = createRandom(seed);
  const { clustered, depot, due, capacity, service } = FAMILIES[shape.family];
  const centres = Array.from(
    { length: CLUSTERS },
    (): Place => [10 + 75 * random.next(), 8 + 75 * random.next()],
  );
  const whole = (value: number): number => Math.max(0, Math.round(value));
  const customers = Array.from({ length: CUSTOMERS }, (_, i): Customer => {
    const inCluster = i >= CUSTOMERS * (1 - clustered);
    const centre = centres[Math.floor((i * CLUSTERS) / CUSTOMERS)]!;
    const at: Place = inCluster
      ? [whole(centre[0] + 3.5 * normal(random)), whole(centre[1] + 3.5 * normal(random))]
      : [whole(75 * random.next()), whole(80 * random.next())];
    const demand =
      clustered === 1
        ? [10, 10, 10, 20, 20, 20, 30, 40][random.below(8)]!
        : Math.min(41, Math.max(1, Math.round(15 + 9 * normal(random))));
    return { at, demand };
  });
  const middles = middlesOf(shape.family, customers, random);
  const windows = customers.map(({ at }, i): Place => {
    const soonest = Math.ceil(between(depot, at));
    const latest = Math.floor(due - between(at, depot) - service);
    if (random.next() >= shape.share) return [0, latest];
    const spread = shape.width > NARROW ? Math.max(0.3, 1 + 0.3 * normal(random)) : 1;
    const half = (shape.width / 2) * spread;
    const opens = Math.max(soonest, Math.round(middles[i]! - half));
    return [opens, Math.max(opens, Math.min(latest, Math.round(middles[i]! + half)))];
  });
  const line = (cells: readonly number[]): string => cells.map((cell) => String(cell).padStart(8)).join('');
  return [
    `${shape.family} made up ${seed}\n`,
    `VEHICLE\nNUMBER     CAPACITY\n  25  ${capacity}\n`,
    'CUSTOMER\nCUST NO.   XCOORD.   YCOORD.    DEMAND   READY TIME   DUE DATE   SERVICE TIME\n',
    line([0, ...depot, 0, 0, due, 0]),
    ...customers.map(({ at, demand }, i) => line([i + 1, ...at, demand, ...windows[i]!, service])),
    '',
  ].join('\n');
}

/** Middles of the windows: anywhere in the day, or in clustered families about when a vehicle going round would come. */
function middlesOf(
  family: InstanceShape['family'],
  customers: readonly Customer[],
  random: Random,
): number[] {
  const { depot, due, capacity, service } = FAMILIES[family];
  const middles = customers.map(({ at }) => {
    const soonest = between(depot, at);
    return soonest + random.next() * (due - between(at, depot) - service - soonest);
  });
  if (family !== 'C1' && family !== 'C2') return middles;
  const round = ROUND[family];
  for (let first = 0; first < customers.length; first += round) {
    let at: Place = depot;
    let moment = 0;
    let load = 0;
    let left = [...customers.keys()].slice(first, first + round);
    while (left.length > 0) {
      const nearest = left.reduce((a, b) =>
        between(at, customers[b]!.at) < between(at, customers[a]!.at) ? b : a,
      );
      const next = customers[nearest]!;
      moment += between(at, next.at);
      load += next.demand;
      if (load > capacity || moment + service + between(next.at, depot) > due) {
        moment = between(depot, next.at);
        load = next.demand;
      }
      middles[nearest] = moment;
      moment += service;
      at = next.at;
      left = left.filter((i) => i !== nearest);
    }
  }
  return middles;
}
