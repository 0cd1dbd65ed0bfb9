import { tryPlaybookOut } from '@/server/playbooks/try-playbook';
import { answerAsker } from '../../../http';

/** What a playbook would do; nothing is stored. */
export function POST(request: Request): Promise<Response> {
  return answerAsker(request, tryPlaybookOut);
}
