import { withUser } from '@/server/edge/process';
import { openImport } from '@/server/set-up/imports/imports';
import { answer, bytesOf, sessionToken } from '../../http';

/** Largest file that is taken up, in bytes. */
const MOST_BYTES = 16 * 1024 * 1024;

/** Takes up a file: `?target=technicians&name=people.csv`, the file itself as the body. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const asked = new URL(request.url).searchParams;
    const bytes = await bytesOf(request, MOST_BYTES);
    return withUser(await sessionToken(), 'write', (unit) =>
      openImport(unit, { target: asked.get('target'), fileName: asked.get('name'), bytes }),
    );
  });
}
