import { generateMaintenance } from '@/server/work/maintenance/generate';
import { answerWriter } from '../../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit, body) => generateMaintenance(unit, (await params).id, body));
}
