import type { Locator } from '@playwright/test';

/** A part of a page as it is drawn, in grey: what a print without colour, or an eye without it, has of it. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  /** Of each pixel, row by row, 0 for black to 255 for white. */
  readonly light: readonly number[];
}

export async function greyOf(part: Locator): Promise<Grey> {
  const picture = (await part.screenshot()).toString('base64');
  return part.page().evaluate(async (data) => {
    const bytes = Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0));
    const image = await createImageBitmap(new Blob([bytes], { type: 'image/png' }));
    const { width, height } = image;
    const pen = new OffscreenCanvas(width, height).getContext('2d');
    if (pen === null) throw new Error('nothing to draw on');
    pen.drawImage(image, 0, 0);
    const pixels = pen.getImageData(0, 0, width, height).data;
    const light = Array.from({ length: width * height }, (_, i) =>
      Math.round(
        0.2126 * (pixels[4 * i] ?? 0) + 0.7152 * (pixels[4 * i + 1] ?? 0) + 0.0722 * (pixels[4 * i + 2] ?? 0),
      ),
    );
    return { width, height, light };
  }, picture);
}

/** How much of a part differs from its ground, which is what its corner shows: 0 to 1. */
export function inked({ width, height, light }: Grey, from: number, to: number): number {
  const ground = light[0] ?? 255;
  let count = 0;
  const [first, last] = [Math.round(width * from), Math.round(width * to)];
  for (let y = 0; y < height; y++)
    for (let x = first; x < last; x++) if (Math.abs((light[y * width + x] ?? 0) - ground) > 50) count++;
  return count / (height * (last - first));
}

/** The part of two pictures of one size in which they differ clearly. */
export function apart(a: Grey, b: Grey): number {
  const count = a.light.filter((light, i) => {
    const [inA, inB] = [Math.abs(light - (a.light[0] ?? 0)), Math.abs((b.light[i] ?? 0) - (b.light[0] ?? 0))];
    return Math.abs(inA - inB) > 40;
  }).length;
  return count / a.light.length;
}
