import { openApiDocument } from '@/contract/openapi';
import { answerReader } from '../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, async () => openApiDocument());
}
