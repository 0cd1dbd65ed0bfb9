import { takeRequest } from '@/server/work/requests';
import { answerWriter } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, takeRequest);
}
