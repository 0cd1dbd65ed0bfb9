/** A body read to its limit; null where it is longer. */
export async function bytesOfBody(
  body: ReadableStream<Uint8Array> | null,
  most: number,
): Promise<Buffer | null> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const part of (body ?? []) as AsyncIterable<Uint8Array>) {
    size += part.byteLength;
    if (size > most) return null;
    chunks.push(part);
  }
  return Buffer.concat(chunks);
}
