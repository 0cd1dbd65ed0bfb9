import { takeReports } from '@/server/day/take-reports';
import { answerWriter } from '../../../http';

/** What the field reports: from phones, and from the office in their place. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, takeReports);
}
