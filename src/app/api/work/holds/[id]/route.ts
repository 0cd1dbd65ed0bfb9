import { letGo } from '@/server/work/offers/hold-window';
import { answerWriter } from '../../../../http';

export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => letGo(unit, (await params).id));
}
