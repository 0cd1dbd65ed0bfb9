import { readOwnImport, startImport } from '@/server/set-up/imports/imports';
import { answerReader, answerWriter } from '../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** A file that is being brought in: what it is, how far it is, what was found. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerReader(request, async (unit) => readOwnImport(unit, (await params).id));
}

/** Looks at it with these settings; `?bring` brings it in. */
export function POST(request: Request, { params }: Props): Promise<Response> {
  const what = new URL(request.url).searchParams.has('bring') ? 'bring' : 'check';
  return answerWriter(request, async (unit, body) => startImport(unit, (await params).id, body, what));
}
