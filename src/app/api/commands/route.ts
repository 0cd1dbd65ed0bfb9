import { listOwnCommands } from '@/server/shared/commands/list-commands';
import { answerReader } from '../../http';

/** The newest of what the user did, with what can be undone and done again. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, listOwnCommands);
}
