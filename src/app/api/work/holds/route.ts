import { holdWindow } from '@/server/work/offers/hold-window';
import { answerWriter } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, (unit, body) => holdWindow(unit, body));
}
