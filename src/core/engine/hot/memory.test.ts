import { Removal } from './memory';
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
  const memory = removal.carryOut();
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
