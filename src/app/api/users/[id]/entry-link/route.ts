import { issueEntryLink } from '@/server/access/entry-links';
import { answerWriter } from '../../../../http';

/** A link through which a user chooses a password, once. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => issueEntryLink(unit, (await params).id));
}
