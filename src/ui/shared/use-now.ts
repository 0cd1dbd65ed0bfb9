import { useEffect, useRef, useState } from 'react';

const STEP_MS = 20_000;
/** No more often than this, however fast the day is played. */
const LEAST_STEP_MS = 250;

interface Said {
  readonly now: number;
  readonly pace: number;
}

/** Now in seconds since 1970: as the server's clock goes on from what it last said, or where it stands still. */
export function useNow({ now: at, pace }: Said): number {
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    setPassed(0);
    if (pace === 0) return;
    const since = Date.now();
    const timer = setInterval(
      () => setPassed(Math.floor(((Date.now() - since) * pace) / 1000)),
      Math.max(LEAST_STEP_MS, STEP_MS / pace),
    );
    return () => clearInterval(timer);
  }, [at, pace]);
  return at + passed;
}

/** What o'clock it is at this very moment, for what is said with a time. */
export function useClockNow(said: Said): () => number {
  const since = useRef({ said, wall: Date.now() });
  if (since.current.said.now !== said.now || since.current.said.pace !== said.pace)
    since.current = { said, wall: Date.now() };
  // Whoever was long without a network goes by their own clock.
  return () =>
    said.pace === 1
      ? Math.floor(Date.now() / 1000)
      : Math.floor(
          since.current.said.now + ((Date.now() - since.current.wall) * since.current.said.pace) / 1000,
        );
}
