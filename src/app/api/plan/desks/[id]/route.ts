import { dropArrangement, saveArrangement } from '@/server/plan/desk/arrangements';
import { answerWriter } from '../../../../http';

type Params = { params: Promise<{ id: string }> };

export function PUT(request: Request, { params }: Params): Promise<Response> {
  return answerWriter(request, async (unit, body) => saveArrangement(unit, (await params).id, body));
}

export function DELETE(request: Request, { params }: Params): Promise<Response> {
  return answerWriter(request, async (unit) => dropArrangement(unit, (await params).id));
}
