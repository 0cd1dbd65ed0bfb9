import { withUser } from '@/server/edge/process';
import { openRoads } from '@/server/set-up/roads/bring-roads';
import { readRoadsView } from '@/server/set-up/roads/read-roads-view';
import { answer, answerReader, sessionToken } from '../../../http';
import { spooled } from '../../../spooled';

/** Largest file of roads that is taken up, in bytes. */
const MOST_BYTES = 192 * 1024 * 1024;

/** Where travel comes from. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, readRoadsView);
}

/** Takes up a file of roads: `?name=region.osm.pbf`, the file itself as the body. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const fileName = new URL(request.url).searchParams.get('name');
    // Whoever may not bring anything in is told so before the file is taken up.
    await withUser(await sessionToken(), 'read', async (unit) => readRoadsView(unit));
    const token = await sessionToken();
    // Kept on disk while it comes in: a long file neither fills the memory nor holds a connection.
    return spooled(request, MOST_BYTES, (parts) =>
      withUser(token, 'write', (unit) => openRoads(unit, { fileName, parts })),
    );
  });
}
