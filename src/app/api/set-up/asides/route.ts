import { putAside, takeBack } from '@/server/set-up/doubts/put-aside';
import { answerWriter } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, putAside);
}

export function DELETE(request: Request): Promise<Response> {
  return answerWriter(request, takeBack);
}
