/** What is wrong in a file, where, and what was expected instead. */
export interface FileError {
  /** JSON path ("visits[3].windows[0]") or line number. */
  readonly where: string;
  readonly message: string;
}

export type Read<T> = { ok: true; value: T } | { ok: false; error: FileError };

export function refuse(where: string, message: string): { ok: false; error: FileError } {
  return { ok: false, error: { where, message } };
}
