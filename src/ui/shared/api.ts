/** What the server said no to, as data; the words are in `messages`. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    readonly facts: Readonly<Record<string, unknown>>,
  ) {
    super(code);
  }
}

/** Calls our API; a refusal is thrown as ApiError, and a lost connection as code `offline`. */
export async function callApi<T>(
  path: string,
  options: { method?: string; body?: unknown; signal?: AbortSignal } = {},
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: options.method ?? 'GET',
      ...(options.body === undefined
        ? {}
        : { body: JSON.stringify(options.body), headers: { 'Content-Type': 'application/json' } }),
      ...(options.signal ? { signal: options.signal } : {}),
    });
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause;
    throw new ApiError('offline', {});
  }
  const body = (await response.json().catch(() => ({}))) as {
    code?: string;
    facts?: Record<string, unknown>;
  };
  if (!response.ok) throw new ApiError(body.code ?? 'broken', body.facts ?? {});
  return body as T;
}
