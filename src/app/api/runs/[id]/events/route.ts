import { readRun } from '@/server/runs';
import { answerUser } from '../../../../http';

const EVERY_MS = 700;

/** The run as server-sent events until it ends or the reader leaves; access is checked at each look. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerUser(request, async (user) => {
    const { id } = await params;
    let run = await readRun(user, id);
    const text = new TextEncoder();
    const stream = new ReadableStream<Uint8Array>({
      async pull(controller) {
        if (request.signal.aborted) return controller.close();
        controller.enqueue(text.encode(`data: ${JSON.stringify(run)}\n\n`));
        if (run.status === 'done' || run.status === 'failed') return controller.close();
        await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
        run = await readRun(user, id);
      },
    });
    return new Response(stream, {
      headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' },
    });
  });
}
