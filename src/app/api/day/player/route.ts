import { steerPlayer } from '@/server/day/player/steer-player';
import { answerWriter } from '../../../http';

/** The demo's day is played on, paused, or begun anew. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, steerPlayer);
}
