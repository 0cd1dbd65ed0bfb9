import { createWork } from '@/server/work/change-order';
import { answerWriter } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, createWork);
}
