import { z } from 'zod';

/** What the server said no to, as data; the words are in `messages`. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    readonly facts: Readonly<Record<string, unknown>>,
  ) {
    super(code);
  }
}

const refusal = z.object({ code: z.string(), facts: z.record(z.string(), z.unknown()).default({}) });

/** For answers that say nothing but that it was done. */
export const done = z.unknown();

interface Options {
  readonly method?: string;
  readonly body?: unknown;
  readonly signal?: AbortSignal;
}

async function fetched(path: string, { method = 'GET', body, signal }: Options): Promise<Response> {
  try {
    return await fetch(path, {
      method,
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
      ...(signal ? { signal } : {}),
    });
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause;
    throw new ApiError('offline', {});
  }
}

/**
 * Calls our API and reads the answer by its shape. A refusal is thrown as ApiError, a lost connection with the
 * code `offline`, an answer of another shape (an older page against a newer server) as `unreadable`.
 */
export async function callApi<S extends z.ZodType>(
  path: string,
  shape: S,
  options: Options = {},
): Promise<z.output<S>> {
  return readAnswer(await fetched(path, options), shape);
}

/** Sends a file as it is. */
export async function sendFile<S extends z.ZodType>(
  path: string,
  file: File,
  shape: S,
): Promise<z.output<S>> {
  const response = await fetch(path, {
    method: 'POST',
    body: file,
    headers: { 'Content-Type': 'application/octet-stream' },
  }).catch(() => {
    throw new ApiError('offline', {});
  });
  if (response.status === 413) throw new ApiError('too-large', {});
  return readAnswer(response, shape);
}

async function readAnswer<S extends z.ZodType>(response: Response, shape: S): Promise<z.output<S>> {
  const body: unknown = await response.json().catch(() => ({}));
  if (!response.ok) {
    const said = refusal.safeParse(body);
    throw new ApiError(said.data?.code ?? 'broken', said.data?.facts ?? {});
  }
  const read = shape.safeParse(body);
  if (!read.success) throw new ApiError('unreadable', { where: read.error.issues[0]?.path.join('.') });
  return read.data;
}
