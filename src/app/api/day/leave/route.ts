import { answerLeave, askLeave } from '@/server/day/leave';
import { answerWriter } from '../../../http';

/** A technician asks for time off. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, askLeave);
}

/** The office answers. */
export function PUT(request: Request): Promise<Response> {
  return answerWriter(request, answerLeave);
}
