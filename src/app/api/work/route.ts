import { readWork } from '@/server/work/read-work';
import { answerReader } from '../../http';

/** Work orders, as the address asks for them. */
export function GET(request: Request): Promise<Response> {
  const query = Object.fromEntries(new URL(request.url).searchParams);
  return answerReader(request, (unit) => readWork(unit, query));
}
