import { createReminder, listReminders } from '@/server/plan/desk/reminders';
import { answerReader, answerWriter } from '../../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, listReminders);
}

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, createReminder);
}
