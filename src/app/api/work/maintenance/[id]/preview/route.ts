import { previewMaintenance } from '@/server/work/maintenance/generate';
import { answerAsker } from '../../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerAsker(request, async (unit, body) => previewMaintenance(unit, (await params).id, body));
}
