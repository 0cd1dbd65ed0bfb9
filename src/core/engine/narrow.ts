/** Whether all cells of a matrix fit into two bytes. */
export function isNarrow(cells: ArrayLike<number>): boolean {
  if (cells instanceof Uint16Array) return true;
  for (let i = 0; i < cells.length; i++) if (cells[i]! >= 65_536) return false;
  return true;
}
