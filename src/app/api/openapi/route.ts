import { openApiDocument } from '@/contract/openapi';
import { answerAnyReader } from '../../programs';

export function GET(request: Request): Promise<Response> {
  return answerAnyReader(request, async () => openApiDocument());
}
