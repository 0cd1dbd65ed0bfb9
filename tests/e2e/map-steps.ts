import type { Page } from '@playwright/test';
import { QUERY } from './hand-steps';
import { callAs } from './steps';

export interface Spot {
  readonly lat: number;
  readonly lon: number;
}
export interface View {
  readonly depots: readonly (Spot & { readonly name: string })[];
  readonly visits: readonly (Spot & {
    readonly id: string;
    readonly isLocated: boolean;
    readonly people?: number;
  })[];
  readonly looseIds: readonly string[];
  readonly people: readonly {
    readonly id: string;
    readonly shifts: readonly {
      readonly route: { readonly stops: readonly { readonly visitId: string }[] } | null;
    }[];
  }[];
}

export async function viewOf(page: Page, query = `${QUERY}&to=2026-06-11`): Promise<View> {
  return JSON.parse((await callAs(page, `/api/plan?plan=live&${query}`)).text) as View;
}

/** Where a place lies on the screen: worked out from two depots, whose signs are on the page. */
export async function onScreen(page: Page, view: View): Promise<(spot: Spot) => { x: number; y: number }> {
  const north = ({ lat }: Spot): number => Math.log(Math.tan(Math.PI / 4 + (lat * Math.PI) / 360));
  const [a, b] = view.depots;
  const at = async (nth: number) => {
    const box = (await page.locator('.leaflet-marker-icon[class*="depot"]').nth(nth).boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const [pa, pb] = [await at(0), await at(1)];
  const scaleX = (pb.x - pa.x) / (b!.lon - a!.lon);
  const scaleY = (pb.y - pa.y) / (north(b!) - north(a!));
  return (spot) => ({ x: pa.x + (spot.lon - a!.lon) * scaleX, y: pa.y + (north(spot) - north(a!)) * scaleY });
}
