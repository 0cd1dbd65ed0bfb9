import { changeOwnCrew } from '@/server/day/own/change-own-crew';
import { answerWriter } from '../../../http';

/** Whoever leads a crew changes who is in it today, or hands it over. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, changeOwnCrew);
}
