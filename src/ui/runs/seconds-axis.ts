const STEPS = [0.5, 1, 2, 5, 10, 20, 60, 120, 300, 600, 1200, 3600];
const MOST_TICKS = 6;

/** An axis from 0 that holds `lastSecond`, with few ticks at whole steps. */
export function secondsAxis(lastSecond: number): { readonly max: number; readonly ticks: number } {
  const step = STEPS.find((s) => s * MOST_TICKS >= lastSecond) ?? Math.ceil(lastSecond / MOST_TICKS);
  const ticks = Math.max(1, Math.ceil(lastSecond / step));
  return { max: ticks * step, ticks };
}
