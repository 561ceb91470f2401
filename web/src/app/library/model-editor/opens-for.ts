import { Directive, effect, ElementRef, inject, input } from '@angular/core';

/** Opens where something in it is to be mended. It never closes by itself: whoever mends it is still writing there. */
@Directive({ selector: 'details[appOpensFor]' })
export class OpensFor {
  readonly appOpensFor = input.required<boolean>();

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLDetailsElement>>(ElementRef);
    effect(() => {
      if (this.appOpensFor()) nativeElement.open = true;
    });
  }
}
