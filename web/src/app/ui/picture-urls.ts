import { DestroyRef, inject } from '@angular/core';

/** Addresses of pictures that lie on this tablet only; each picture has one, and all go with the page that shows them. */
export class PictureUrls {
  private readonly urls = new Map<string, string>();

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      for (const url of this.urls.values()) URL.revokeObjectURL(url);
    });
  }
  of(id: string, file: Blob): string {
    const there = this.urls.get(id);
    if (there !== undefined) return there;
    const made = URL.createObjectURL(file);
    this.urls.set(id, made);
    return made;
  }
}
