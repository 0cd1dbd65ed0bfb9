import { createArrangement, listArrangements } from '@/server/plan/desk/arrangements';
import { answerReader, answerWriter } from '../../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, listArrangements);
}

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, createArrangement);
}
