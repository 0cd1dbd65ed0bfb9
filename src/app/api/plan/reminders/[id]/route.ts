import { removeReminder, saveReminder } from '@/server/plan/desk/reminders';
import { answerWriter } from '../../../../http';

type Params = { params: Promise<{ id: string }> };

export function PUT(request: Request, { params }: Params): Promise<Response> {
  return answerWriter(request, async (unit, body) => saveReminder(unit, (await params).id, body));
}

export function DELETE(request: Request, { params }: Params): Promise<Response> {
  return answerWriter(request, async (unit) => removeReminder(unit, (await params).id));
}
