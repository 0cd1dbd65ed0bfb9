import { get, set } from 'idb-keyval';

const SENDS = 'lime sends place';
const WAIT_MS = 3000;

/** Whether somebody wants their place sent with what they report; they do not unless they say so. */
export async function sendsPlace(): Promise<boolean> {
  return (await get<boolean>(SENDS).catch(() => false)) ?? false;
}

export function setSendsPlace(isOn: boolean): Promise<void> {
  return set(SENDS, isOn).catch(() => undefined);
}

/** Where this phone is, where its owner wants that sent and the phone knows it soon; else null. */
export async function ownPlace(): Promise<{ readonly lat: number; readonly lon: number } | null> {
  if (!('geolocation' in navigator) || !(await sendsPlace())) return null;
  return new Promise((resolve) =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => resolve({ lat: coords.latitude, lon: coords.longitude }),
      () => resolve(null),
      { timeout: WAIT_MS, maximumAge: 60_000 },
    ),
  );
}
