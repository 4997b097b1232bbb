/** As the bench keeps it; whatever is larger the server would make smaller, too. */
const LONGEST_SIDE = 2560;
const QUALITY = 0.92;
const SENT_AS_IT_IS = ['image/jpeg', 'image/png'];

/**
 * A photograph no larger than it will be kept, and as JPEG where only this browser knows its form: less to send from
 * the bench, and less to unpack at the other end. What cannot be opened here goes as it is; the server says why not.
 */
export async function smaller(photograph: Blob): Promise<Blob> {
  try {
    const picture = await createImageBitmap(photograph, { imageOrientation: 'from-image' });
    try {
      const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height));
      if (scale === 1 && SENT_AS_IT_IS.includes(photograph.type)) return photograph;
      return await drawn(picture, scale);
    } finally {
      picture.close();
    }
  } catch {
    return photograph;
  }
}

async function drawn(picture: ImageBitmap, scale: number): Promise<Blob> {
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  );
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('nothing to draw on');
  pen.fillStyle = 'white';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.imageSmoothingQuality = 'high';
  pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
}
