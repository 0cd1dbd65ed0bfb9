import { saveOutlines } from '@/server/set-up/ground/save-outlines';
import { answerWriter } from '../../../http';

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, saveOutlines);
}
