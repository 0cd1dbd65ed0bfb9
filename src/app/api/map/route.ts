import { readMap } from '@/server/shared/travel/base-map';
import { answerReader } from '../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, async (unit) =>
    Response.json(await readMap(unit), { headers: { 'Cache-Control': 'private, max-age=3600' } }),
  );
}
