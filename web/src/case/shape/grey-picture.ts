/** Longest side a picture is brought to: a relief of half a million points. */
const LONGEST = 700;

/** Brightness of a picture, 0 to 1, row by row from the top. @throws Error when the browser cannot read it */
export async function greyOf(file: Blob): Promise<{ grey: Float32Array; columns: number; rows: number }> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new Error('This picture cannot be read. Use PNG, JPEG or WebP.');
  }
  const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const columns = Math.max(2, Math.round(bitmap.width * scale)), rows = Math.max(2, Math.round(bitmap.height * scale));
  const canvas = new OffscreenCanvas(columns, rows);
  const ink = canvas.getContext('2d', { willReadFrequently: true })!;
  ink.fillStyle = '#fff';
  ink.fillRect(0, 0, columns, rows);
  ink.drawImage(bitmap, 0, 0, columns, rows);
  const { data } = ink.getImageData(0, 0, columns, rows);
  // Rec. 709 luma.
  const grey = new Float32Array(columns * rows);
  for (let i = 0; i < grey.length; i++) grey[i] = (0.2126 * data[i * 4] + 0.7152 * data[i * 4 + 1] + 0.0722 * data[i * 4 + 2]) / 255;
  return { grey, columns, rows };
}
