import { useEffect, useState } from 'react';

const STEP_MS = 20_000;

/** Now in seconds since 1970: as the server's clock goes on from what it last said, or where it stands still. */
export function useNow(said: { readonly now: number; readonly nowStands: boolean }): number {
  const { now: at, nowStands } = said;
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    setPassed(0);
    if (nowStands) return;
    const since = Date.now();
    const timer = setInterval(() => setPassed(Math.floor((Date.now() - since) / 1000)), STEP_MS);
    return () => clearInterval(timer);
  }, [at, nowStands]);
  return at + passed;
}
