import type { FieldReport } from '@/contract/day/reports';

const LONGEST_PX = 1280;
const QUALITIES = [0.8, 0.6, 0.4, 0.25];
/** Characters of base64 that the office takes. */
const MOST = 340_000;

/** A photo small enough to be sent from a cellar: at most 1280 pixels long, as JPEG. Fails where the file is no picture. */
export async function shrinkPhoto(file: Blob): Promise<NonNullable<FieldReport['photo']>> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  for (const quality of QUALITIES) {
    const image = canvas.toDataURL('image/jpeg', quality).split(',')[1]!;
    if (image.length <= MOST) return { kind: 'image/jpeg', image };
  }
  throw new Error('A photo that stays too large');
}
