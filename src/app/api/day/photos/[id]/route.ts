import { readPhotoOf } from '@/server/day/read-photo';
import { answerReader } from '../../../../http';

/** A photo from the field. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => {
    const { image, kind } = await readPhotoOf(unit, (await params).id);
    return new Response(new Uint8Array(image), {
      headers: {
        'Content-Type': kind,
        'Cache-Control': 'private, max-age=3600',
        'X-Content-Type-Options': 'nosniff',
        'Content-Security-Policy': "default-src 'none'; sandbox",
      },
    });
  });
}
