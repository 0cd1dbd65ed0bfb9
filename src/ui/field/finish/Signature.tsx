import { useEffect, useRef } from 'react';
import SignaturePad from 'signature_pad';
import css from '../Field.module.css';

const WIDTH = 320;
const HEIGHT = 120;
const MOST = 19_000;

/** Lines as the path of a drawing, whole pixels; thinned out where it would be too long. */
export function pathOf(
  lines: readonly { readonly points: readonly { readonly x: number; readonly y: number }[] }[],
  most = MOST,
): string {
  for (let step = 1; ; step *= 2) {
    const path = lines
      .map(({ points }) =>
        points
          .filter((_, i) => i % step === 0 || i === points.length - 1)
          .map((p, i) => `${i === 0 ? 'M' : 'L'}${Math.round(p.x)} ${Math.round(p.y)}`)
          .join(' '),
      )
      .join(' ');
    if (path.length <= most || step > 1024) return path.slice(0, most);
  }
}

/** A field to sign in with a finger. */
export function Signature({ onChange }: { readonly onChange: (path: string) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const tell = useRef(onChange);
  tell.current = onChange;
  useEffect(() => {
    if (!canvas.current) return;
    const made = new SignaturePad(canvas.current);
    const end = (): void => tell.current(pathOf(made.toData()));
    made.addEventListener('endStroke', end);
    pad.current = made;
    return () => {
      made.removeEventListener('endStroke', end);
      made.off();
    };
  }, []);
  return (
    <div className={css.sign}>
      <canvas ref={canvas} width={WIDTH} height={HEIGHT} role="img" aria-label="Sign here with a finger" />
      <button
        type="button"
        className="link"
        onClick={() => {
          pad.current?.clear();
          onChange('');
        }}
      >
        Sign anew
      </button>
    </div>
  );
}
