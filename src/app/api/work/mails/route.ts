import { listIncoming, putMail } from '@/server/work/mail/take-in-mails';
import { answerReader, answerWriter } from '../../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, listIncoming);
}

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, putMail);
}
