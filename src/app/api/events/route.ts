import type { LiveEvent } from '@/contract/live-event';
import { follow } from '@/server/edge/live';
import { userOf } from '@/server/edge/process';
import { Refusal } from '@/server/shared/refusal';
import { answer, sessionToken } from '../../http';

export const dynamic = 'force-dynamic';

const STILL_HERE_MS = 20_000;

/** What changes, as server-sent events, until the reader leaves or their session ends. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    const token = await sessionToken();
    const user = await userOf(token);
    if (!user || !token) throw new Refusal('signed-out');
    const text = new TextEncoder();
    let leave = (): void => undefined;
    // Whoever leaves while it is being opened leaves a stream that is closed already.
    let isGone = false;
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        let isOpen = true;
        const write = (line: string): void => {
          if (isOpen) controller.enqueue(text.encode(line));
        };
        const beat = setInterval(() => write(': still here\n\n'), STILL_HERE_MS);
        const end = (): void => {
          if (!isOpen) return;
          isOpen = false;
          clearInterval(beat);
          unfollow();
          if (!isGone) controller.close();
        };
        const send = (event: LiveEvent): void => write(`data: ${JSON.stringify(event)}\n\n`);
        let unfollow = (): void => undefined;
        unfollow = await follow({ user, token, send, end });
        leave = end;
        if (isGone || request.signal.aborted) return end();
        request.signal.addEventListener('abort', end);
        write(': listening\n\n');
      },
      cancel: () => {
        isGone = true;
        leave();
      },
    });
    return new Response(stream, {
      headers: {
        'Content-Type': 'text/event-stream',
        'Cache-Control': 'no-store',
        'X-Accel-Buffering': 'no',
      },
    });
  });
}
