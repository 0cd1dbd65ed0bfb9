import { copyPlaybook } from '@/server/playbooks/copy-playbook';
import { answerWriter } from '../../http';

/** Makes a playbook of one's own out of another. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, copyPlaybook);
}
