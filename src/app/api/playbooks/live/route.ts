import { chooseLivePlaybook } from '@/server/playbooks/copy-playbook';
import { answerWriter } from '../../../http';

/** Says by which playbook the live plan is priced. */
export function PUT(request: Request): Promise<Response> {
  return answerWriter(request, chooseLivePlaybook);
}
