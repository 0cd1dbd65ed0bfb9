import { keepRoads, readRoadsImport } from '@/server/set-up/roads/bring-roads';
import { answerReader, answerWriter } from '../../../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** How far a file of roads is, and what was found in it. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerReader(request, async (unit) => readRoadsImport(unit, (await params).id));
}

/** Makes a network of it. */
export function POST(request: Request, { params }: Props): Promise<Response> {
  return answerWriter(request, async (unit, body) => keepRoads(unit, (await params).id, body));
}
