import { undoCommand } from '@/server/shared/commands/undo';
import { Refusal } from '@/server/shared/refusal';
import { answerWriter } from '../../../../http';

/** Takes a command back; taking that back does it again. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => {
    const { id } = await params;
    if (!/^\d{1,15}$/.test(id)) throw new Refusal('not-found');
    return undoCommand(unit, Number(id));
  });
}
