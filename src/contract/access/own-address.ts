/** Where people go after signing in unless they came for something. */
const HOME = '/plan';

/**
 * An address of our own that may be gone on to; anything else leads home. Read the way a browser reads it, which
 * drops tabs and line ends and takes a backslash for a slash.
 */
export function ownAddress(next: string | readonly string[] | undefined): string {
  if (typeof next !== 'string' || !next.startsWith('/')) return HOME;
  const base = 'http://own.invalid';
  if (!URL.canParse(next, base)) return HOME;
  const url = new URL(next, base);
  if (url.origin !== base || url.pathname.startsWith('//')) return HOME;
  return `${url.pathname}${url.search}${url.hash}`;
}
