/** The day that a request asks about, as its address has it. */
export function dayQuery(request: Request): { territoryIds: string[]; date: string } {
  const query = new URL(request.url).searchParams;
  return {
    territoryIds: (query.get('territories') ?? '').split(',').filter((id) => id !== ''),
    date: query.get('date') ?? '',
  };
}
