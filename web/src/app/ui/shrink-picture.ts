/** As long as the longer side of a picture is kept: a crack is seen on it, and it goes over a workshop's radio. */
const LONGEST = 2000;
const QUALITY = 0.86;

/**
 * A picture as it is kept: no longer than needed, and drawn anew, so that nothing that the camera wrote beside it (where it was
 * taken, by which telephone) goes with it.
 * @returns undefined where the file is damaged, or is no picture that this tablet can show
 */
export async function shrinkPicture(file: File): Promise<File | undefined> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    picture.close();
    const blob = await new Promise<Blob | null>((done) => {
      canvas.toBlob(done, 'image/jpeg', QUALITY);
    });
    if (blob === null) return undefined;
    return new File([blob], `${file.name.replace(/\.[^.]*$/u, '') || 'picture'}.jpg`, { type: 'image/jpeg' });
  } catch {
    return undefined;
  }
}
/** What is said of a file that cannot be drawn. */
export const DAMAGED = {
  code: 'FILE_NOT_THAT_TYPE',
  title: 'This file is damaged, or no picture',
  next: 'Take the photograph again, or choose another file.',
} as const;
