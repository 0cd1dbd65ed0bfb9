import { exportGeoJson, importGeoJson } from '@/server/set-up/ground/geo-json';
import { answerReader, answerWriter } from '../../../http';

/** Territories and depots as GeoJSON. */
export function GET(request: Request): Promise<Response> {
  return answerReader(
    request,
    async (unit) =>
      new Response(JSON.stringify(await exportGeoJson(unit)), {
        headers: {
          'Content-Type': 'application/geo+json',
          'Content-Disposition': 'attachment; filename="territories.geojson"',
          'Cache-Control': 'no-store',
        },
      }),
  );
}

export function POST(request: Request): Promise<Response> {
  return answerWriter(request, importGeoJson);
}
