import { saveVersion } from '@/server/playbooks/change-playbook';
import { listVersions } from '@/server/playbooks/read-playbooks';
import { answerReader, answerWriter } from '../../../../http';

interface At {
  readonly params: Promise<{ id: string }>;
}

export function GET(request: Request, { params }: At): Promise<Response> {
  return answerReader(request, async (unit) => listVersions(unit, decodeURIComponent((await params).id)));
}

export function POST(request: Request, { params }: At): Promise<Response> {
  return answerWriter(request, async (unit, body) =>
    saveVersion(unit, decodeURIComponent((await params).id), body),
  );
}
