import { readTrialLeg } from '@/server/set-up/roads/read-roads-view';
import { answerReader } from '../../../../http';

/** A trial leg: `?from=lat,lon&to=lat,lon`. */
export function GET(request: Request): Promise<Response> {
  const asked = Object.fromEntries(new URL(request.url).searchParams);
  return answerReader(request, (unit) => readTrialLeg(unit, asked));
}
