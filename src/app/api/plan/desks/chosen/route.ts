import { chooseOwn } from '@/server/plan/desk/arrangements';
import { answerWriter } from '../../../../http';

export function PUT(request: Request): Promise<Response> {
  return answerWriter(request, chooseOwn);
}
