type Reader = typeof import('jsqr')['default'];
let reader: Reader | null = null;

/** Loaded when a code is first looked for. */
async function loaded(): Promise<Reader> {
  reader ??= (await import('jsqr')).default;
  return reader;
}

/** Edge of the picture that is searched: enough for the largest code of ours, and quick on a phone. */
const SEARCHED = 1200;

/** The text of a code in a picture or a frame of the camera; null where none is found. */
export async function codeIn(
  picture: ImageBitmap | HTMLVideoElement,
  width: number,
  height: number,
): Promise<string | null> {
  const read = await loaded();
  const scale = Math.min(1, SEARCHED / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(height * scale);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context || canvas.width === 0 || canvas.height === 0) return null;
  context.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return read(data, canvas.width, canvas.height)?.data ?? null;
}

/** The text of a code in a file; null where it is no picture, or none is in it. */
export async function codeInFile(file: Blob): Promise<string | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  return picture && codeIn(picture, picture.width, picture.height);
}
