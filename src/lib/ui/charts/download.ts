/** Hands a text or blob to the user as a file. */
export function download(name: string, type: string, body: string | Blob): void {
  const url = URL.createObjectURL(typeof body === 'string' ? new Blob([body], { type }) : body);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

/** Draws SVG text on a canvas of twice its size and hands the PNG over. */
export async function svgToPng(svg: string, name: string): Promise<void> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = 2 * image.width;
  canvas.height = 2 * image.height;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
  if (blob) download(name, 'image/png', blob);
}
