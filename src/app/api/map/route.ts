import { ground } from '@/server/travel';
import { answerUser } from '../../http';

export function GET(request: Request): Promise<Response> {
  return answerUser(request, async () => {
    const { map } = await ground();
    return Response.json(map, { headers: { 'Cache-Control': 'private, max-age=3600' } });
  });
}
