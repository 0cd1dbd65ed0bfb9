import { endKey } from '@/server/access/keys';
import { answerWriter } from '../../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** Ends a key. */
export function DELETE(request: Request, { params }: Props): Promise<Response> {
  return answerWriter(request, async (unit) => endKey(unit, (await params).id));
}
