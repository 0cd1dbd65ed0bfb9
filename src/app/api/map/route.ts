import { mapKey, readMap } from '@/server/shared/travel/base-map';
import { answerReader } from '../../http';

/** The drawn ground, large: whoever has it already is told so. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, async (unit) => {
    const headers = { 'Cache-Control': 'private, no-cache', ETag: `"${await mapKey(unit)}"` };
    if (request.headers.get('if-none-match') === headers.ETag)
      return new Response(null, { status: 304, headers });
    return Response.json(await readMap(unit), { headers });
  });
}
