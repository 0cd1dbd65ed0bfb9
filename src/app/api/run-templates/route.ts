import { listTemplateStates } from '@/server/runs/timed-runs';
import { answerReader } from '../../http';

/** When templates of runs start next, and what became of the last time. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, listTemplateStates);
}
