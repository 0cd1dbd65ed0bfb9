import { joinSites, readLikeSites } from '@/server/set-up/sites/join';
import { answerReader, answerWriter } from '../../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** Sites that may be the same as this one. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerReader(request, async (unit) => readLikeSites(unit, (await params).id));
}

/** Joins another into this one. */
export function POST(request: Request, { params }: Props): Promise<Response> {
  return answerWriter(request, async (unit, body) => joinSites(unit, (await params).id, body));
}
