import { Ground, oneAfterTheOther, Removal } from './memory';
import { ARRAYS_FROM, P_COUNT, P_LOAD, P_NEEDS_FETCH, P_PRICE, P_TRAVEL_BACK, P_TRAVEL_SEC } from './table';

describe('arrays moved into one memory', () => {
  const seconds = Uint16Array.from([1, 2, 3]);
  const owner = {
    count: Int32Array.from([7, -8]),
    price: Float64Array.from([0.5, 1e15]),
    load: new Int32Array(0),
    sec: seconds,
    back: seconds,
    fetch: null as Uint8Array | null,
  };
  const plain = owner.count;
  const removal = new Removal();
  removal.add(owner, {
    count: P_COUNT,
    price: P_PRICE,
    load: P_LOAD,
    sec: P_TRAVEL_SEC,
    back: P_TRAVEL_BACK,
    fetch: P_NEEDS_FETCH,
  });
  const ground = new Ground();
  removal.carryOut(ground.memory, 0, (bytes) => ground.reserve(bytes));
  const { memory } = ground;
  const table = new Int32Array(memory.buffer);

  it('hold the same numbers as before, and share them with the memory', () => {
    expect([...owner.count]).toEqual([7, -8]);
    expect([...owner.price]).toEqual([0.5, 1e15]);
    expect([...owner.sec]).toEqual([1, 2, 3]);
    owner.count[1] = 99;
    expect(table[table[P_COUNT / 4]! / 4 + 1]).toBe(99);
    expect(plain[1]).toBe(-8);
  });
  it('are found by the table, each at the beginning of a line and none over another', () => {
    const from = [P_COUNT, P_PRICE, P_TRAVEL_SEC].map((address) => table[address / 4]!);
    expect(from.every((at) => at >= ARRAYS_FROM && at % 64 === 0)).toBe(true);
    expect(new Set(from).size).toBe(from.length);
    expect(owner.price.byteOffset).toBe(table[P_PRICE / 4]);
  });
  it('are moved once where two fields hold the same array, and not at all where there is none', () => {
    expect(owner.back).toBe(owner.sec);
    expect(table[P_TRAVEL_BACK / 4]).toBe(table[P_TRAVEL_SEC / 4]);
    expect(table[P_NEEDS_FETCH / 4]).toBe(0);
    expect(owner.fetch).toBeNull();
  });
});

describe('a ground', () => {
  it('grows under what lies there, and makes arrays that need not be moved', () => {
    const ground = new Ground();
    const first = ground.uint16(10);
    first.fill(7);
    const large = ground.float64(50_000);
    large[49_999] = 0.25;
    expect([...first]).toEqual(Array.from({ length: 10 }, () => 7));
    const owner = { travelSec: first, price: large };
    const removal = new Removal().add(owner, { price: P_PRICE });
    removal.carryOut(
      ground.memory,
      0,
      () => {
        throw new Error('nothing is moved');
      },
      (cells) => ground.holds(cells),
    );
    expect(owner.price).toBe(large);
    expect(new Int32Array(ground.memory.buffer)[P_PRICE / 4]).toBe(large.byteOffset);
  });

  it('has a table and arrays for each of several', () => {
    const ground = new Ground();
    const table = ground.reserve(ARRAYS_FROM + 64);
    const owner = { count: Int32Array.from([5]) };
    new Removal()
      .add(owner, { count: P_COUNT })
      .carryOut(ground.memory, table, oneAfterTheOther(table + ARRAYS_FROM));
    const ints = new Int32Array(ground.memory.buffer);
    expect(ints[(table + P_COUNT) / 4]).toBe(table + ARRAYS_FROM);
    expect(ints[(table + ARRAYS_FROM) / 4]).toBe(5);
    expect(ints[P_COUNT / 4]).toBe(0);
  });
});
