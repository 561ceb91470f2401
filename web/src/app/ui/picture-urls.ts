/** Addresses of pictures that lie on this tablet only: the page shows pictures of its own server and what it holds itself. */
export class PictureUrls {
  private readonly urls = new Map<string, string>();

  of(id: string, bytes: ArrayBuffer, mime: string): string {
    const there = this.urls.get(id);
    if (there !== undefined) return there;
    const made = `data:${mime};base64,${base64(new Uint8Array(bytes))}`;
    this.urls.set(id, made);
    return made;
  }
}
/** A piece at a time: a picture has more bytes than a function takes arguments. */
function base64(bytes: Uint8Array): string {
  const pieces: string[] = [];
  for (let i = 0; i < bytes.length; i += PIECE)
    pieces.push(String.fromCharCode(...bytes.subarray(i, i + PIECE)));
  return btoa(pieces.join(''));
}
const PIECE = 8192;
