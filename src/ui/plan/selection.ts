/** The id of what is selected, where it is of a kind. */
export function idOf(selected: string | null, kind: string): string | null {
  return selected?.startsWith(`${kind}:`) ? selected.slice(kind.length + 1) : null;
}
