import { findAnything } from '@/server/find/find-anything';
import { answerReader } from '../../http';

export function GET(request: Request): Promise<Response> {
  const text = new URL(request.url).searchParams.get('q') ?? '';
  return answerReader(request, (unit) => findAnything(unit, text));
}
