import { readFollowers, saveKind } from '@/server/set-up/kinds/follow';
import { answerReader, answerWriter } from '../../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** Open visits that would follow a change of a kind. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerReader(request, async (unit) => readFollowers(unit, (await params).id));
}

/** Saves a kind with its followers. */
export function PUT(request: Request, { params }: Props): Promise<Response> {
  return answerWriter(request, async (unit, body) => saveKind(unit, (await params).id, body));
}
