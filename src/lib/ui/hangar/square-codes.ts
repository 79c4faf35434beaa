/** Longest sides that a picture is looked at in, px: a telephone's is far larger than its code needs. */
const SIDES = [1400, 900, 2200] as const;
/** Most codes of one picture. */
const MOST = 8;

/** Texts of the square codes in a picture; none where none is found. Browser only. @throws where the file is no picture */
export async function squareCodesIn(file: Blob): Promise<string[]> {
  const { default: decode } = await import('jsqr');
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error('This file is no picture that the browser can open.');
  });
  const canvas = document.createElement('canvas');
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('The browser gives no canvas to look at the picture.');
  try {
    for (const side of SIDES) {
      const scale = Math.min(side / Math.max(bitmap.width, bitmap.height), 1);
      canvas.width = Math.round(bitmap.width * scale);
      canvas.height = Math.round(bitmap.height * scale);
      context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
      const texts: string[] = [];
      while (texts.length < MOST) {
        const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
        const code = decode(data, canvas.width, canvas.height, { inversionAttempts: 'dontInvert' });
        if (!code || code.data === '') break;
        texts.push(code.data);
        // what was read is painted over, so that the next one is found
        const {
          topLeftCorner: a,
          topRightCorner: b,
          bottomRightCorner: c,
          bottomLeftCorner: d
        } = code.location;
        context.fillStyle = '#fff';
        context.beginPath();
        for (const p of [a, b, c, d]) context.lineTo(p.x, p.y);
        context.closePath();
        context.fill();
      }
      if (texts.length > 0) return texts;
    }
    return [];
  } finally {
    bitmap.close();
  }
}
