import { readGroundView } from '@/server/set-up/ground/read-ground';
import { answerReader } from '../../../http';

/** Territories on the map, with what lies in them. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, readGroundView);
}
