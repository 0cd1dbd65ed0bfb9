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
