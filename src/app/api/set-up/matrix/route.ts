import { readMatrix } from '@/server/set-up/skills/read-matrix';
import { saveMatrix } from '@/server/set-up/skills/save-matrix';
import { answerReader, answerWriter } from '../../../http';

/** People and skills at a date. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, (unit) =>
    readMatrix(unit, { date: new URL(request.url).searchParams.get('date') }),
  );
}

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, saveMatrix);
}
