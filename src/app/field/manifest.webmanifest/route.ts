import { ICON } from '@/ui/shared/icon';

/** How the technician's page is installed on a phone (W3C Web Application Manifest). */
export function GET(): Response {
  return Response.json(
    {
      name: 'Lime Knot, my day',
      short_name: 'My day',
      start_url: '/field',
      scope: '/field',
      display: 'standalone',
      background_color: '#fbfaf4',
      theme_color: '#18231c',
      icons: [{ src: ICON, sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
    },
    { headers: { 'Content-Type': 'application/manifest+json', 'Cache-Control': 'public, max-age=3600' } },
  );
}
