/**
 * The address that a request counts as coming from: that of the connection, or where so many proxies of our own
 * stand in front, the one that the outermost of them saw. What stands further left was written by the client.
 */
export function clientOf(
  remoteAddress: string,
  forwardedFor: string | readonly string[] | undefined,
  proxies: number,
): string {
  if (proxies === 0) return remoteAddress;
  const hops = [forwardedFor ?? []]
    .flat()
    .flatMap((line) => line.split(','))
    .map((hop) => hop.trim())
    .filter((hop) => hop !== '');
  return hops.at(-proxies) ?? hops[0] ?? remoteAddress;
}
