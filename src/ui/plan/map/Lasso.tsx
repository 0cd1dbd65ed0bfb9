import L, { type LatLng } from 'leaflet';
import { useEffect, useState } from 'react';
import { Polyline, useMap } from 'react-leaflet';
import { colourOf } from '../../shared/map/Ground';

interface Props {
  readonly isOn: boolean;
  readonly onDone: (ring: readonly { lat: number; lon: number }[]) => void;
}

const FEWEST_CORNERS = 3;

/** Draws a ring freehand over the map while it is on. */
export function Lasso({ isOn, onDone }: Props) {
  const map = useMap();
  const [ring, setRing] = useState<readonly LatLng[]>([]);
  useEffect(() => {
    if (!isOn) return;
    const box = map.getContainer();
    map.dragging.disable();
    box.style.cursor = 'crosshair';
    let drawn: LatLng[] | null = null;
    const at = (e: PointerEvent): LatLng => map.containerPointToLatLng(L.DomEvent.getMousePosition(e, box));
    const down = (e: PointerEvent): void => {
      drawn = [at(e)];
      setRing(drawn);
    };
    const move = (e: PointerEvent): void => {
      if (!drawn) return;
      drawn = [...drawn, at(e)];
      setRing(drawn);
    };
    const up = (): void => {
      if (drawn && drawn.length > FEWEST_CORNERS) onDone(drawn.map((p) => ({ lat: p.lat, lon: p.lng })));
      drawn = null;
      setRing([]);
    };
    box.addEventListener('pointerdown', down);
    box.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    return () => {
      map.dragging.enable();
      box.style.cursor = '';
      box.removeEventListener('pointerdown', down);
      box.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
    };
  }, [isOn, map, onDone]);
  if (ring.length < 2) return null;
  return (
    <Polyline
      positions={[...ring]}
      interactive={false}
      pathOptions={{ color: colourOf('--leaf'), weight: 2, dashArray: '4 4' }}
    />
  );
}
