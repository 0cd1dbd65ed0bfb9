import { environment } from '@/config/environment';

/** Now, in seconds since 1970; fixed where the demo's day must not pass. */
export function nowSec(): number {
  const { fixedNow } = environment();
  return Math.floor((fixedNow === null ? Date.now() : Date.parse(fixedNow)) / 1000);
}

/** Whether now is a fixed moment. */
export function clockStands(): boolean {
  return environment().fixedNow !== null;
}

/** Seconds since 1970 by this machine's clock, wherever the day of the demo stands: for what expires or is tried again. */
export function wallSec(): number {
  return Math.floor(Date.now() / 1000);
}
