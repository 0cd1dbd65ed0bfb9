import { get, set } from 'idb-keyval';
import { useCallback, useEffect, useState } from 'react';

const TICKS = 'lime ticks';
type Ticks = Readonly<Record<string, readonly string[]>>;

/** Tasks that are ticked on this phone and were not sent with their visit yet, by visit. */
export function useTicks() {
  const [ticks, setTicks] = useState<Ticks>({});
  useEffect(() => {
    void get<Ticks>(TICKS).then(
      (kept) => setTicks((now) => ({ ...kept, ...now })),
      () => undefined,
    );
  }, []);
  const change = useCallback((key: string, next: readonly string[]): void => {
    setTicks((now) => {
      const all = { ...now, [key]: next };
      void set(TICKS, all).catch(() => undefined);
      return all;
    });
  }, []);
  return { ticks, change };
}
