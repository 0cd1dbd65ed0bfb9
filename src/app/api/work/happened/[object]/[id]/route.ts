import { z } from 'zod';
import { required } from '@/server/shared/refusal';
import { readHappened } from '@/server/work/read-work';
import { answerReader } from '../../../../../http';

const place = z.strictObject({ object: z.enum(['sites', 'customers', 'assets']), id: z.string() });

/** All that happened at a site, with a customer, or to an asset. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ object: string; id: string }> },
): Promise<Response> {
  return answerReader(request, async (unit) => {
    const { object, id } = required(place, await params);
    return readHappened(unit, object, id);
  });
}
