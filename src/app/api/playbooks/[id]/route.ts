import { changePlaybook } from '@/server/playbooks/change-playbook';
import { answerWriter } from '../../../http';

/** Another name, put away, brought back. */
export function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit, body) =>
    changePlaybook(unit, decodeURIComponent((await params).id), body),
  );
}
