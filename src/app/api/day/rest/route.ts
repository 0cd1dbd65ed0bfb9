import { askRest, readRest } from '@/server/day/ways/rest';
import { answerReader, answerWriter } from '../../../http';

/** Has the rest of a day optimized. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, askRest);
}

/** How far that is. */
export function GET(request: Request): Promise<Response> {
  const id = new URL(request.url).searchParams.get('id') ?? '';
  return answerReader(request, (unit) => readRest(unit, id));
}
