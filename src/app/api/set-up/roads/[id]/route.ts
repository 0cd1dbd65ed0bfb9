import { exportRoads } from '@/server/set-up/roads/export-roads';
import { answerReader } from '../../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** A network as OpenStreetMap XML. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerReader(request, async (unit) => {
    const { name, parts } = await exportRoads(unit, (await params).id);
    const encoder = new TextEncoder();
    const next = parts[Symbol.iterator]();
    const body = new ReadableStream({
      async pull(controller) {
        // Others have their turn between the parts of a large one.
        await new Promise((resolve) => setImmediate(resolve));
        const { value, done } = next.next();
        if (done) controller.close();
        else controller.enqueue(encoder.encode(value));
      },
    });
    return new Response(body, {
      headers: {
        'Content-Type': 'application/xml; charset=utf-8',
        'Content-Disposition': `attachment; filename="${name.replace(/[^A-Za-z0-9-]+/g, '-') || 'roads'}.osm"`,
        'Cache-Control': 'no-store',
      },
    });
  });
}
