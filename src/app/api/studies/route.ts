import { askStudy } from '@/server/runs/studies/ask-study';
import { answerWriter } from '../../http';

/** Asks what is found out in the background. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, askStudy, 'write-on-one-picture');
}
