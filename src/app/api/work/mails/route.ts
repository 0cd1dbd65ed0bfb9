import { listIncoming, putMail } from '@/server/work/mail/take-in-mails';
import { answerAnyReader, answerAnyWriter } from '../../../programs';

export function GET(request: Request): Promise<Response> {
  return answerAnyReader(request, listIncoming);
}

export function POST(request: Request): Promise<Response> {
  return answerAnyWriter(request, putMail);
}
