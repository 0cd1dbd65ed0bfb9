import { findWindows } from '@/server/work/offers/find-windows';
import { answerAsker } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerAsker(request, findWindows);
}
