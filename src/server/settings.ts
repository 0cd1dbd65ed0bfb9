import { environment } from '@/config/environment';

export function usesSecureCookies(): boolean {
  return environment().secureCookies;
}

/** Now, in seconds since 1970; fixed where the demo's day must not pass. */
export function nowSec(): number {
  const { fixedNow } = environment();
  return Math.floor((fixedNow === null ? Date.now() : Date.parse(fixedNow)) / 1000);
}
