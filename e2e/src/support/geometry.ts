import type { Page } from '@playwright/test';

/**
 * What cannot be seen on a page as it stands: text that a box cuts through, and controls or texts that something else covers.
 * Measured by geometry: the lines of every text against the boxes that clip it, and what lies on top at its middle. What a
 * box can be scrolled to is not cut; what is scrolled away is not looked at.
 * @returns one line for each fault
 */
export const hiddenParts = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const SLACK = 1.5;
    const faults: string[] = [];
    const isShown = (element: Element): boolean =>
      element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) &&
      element.closest(
        '.visually-hidden, .cdk-visually-hidden, [aria-hidden="true"], mat-icon, .mat-ripple',
      ) === null;
    const nameOf = (element: Element): string => {
      const host = element.closest('[class]') ?? element;
      const said = element.textContent.trim().replace(/\s+/g, ' ').slice(0, 40);
      return `${element.tagName.toLowerCase()} in .${(host.getAttribute('class') ?? '').split(' ')[0] ?? ''} "${said}"`;
    };
    interface Clip {
      readonly box: DOMRect;
      readonly scrollsX: boolean;
      readonly scrollsY: boolean;
    }
    /** Asked of every text: what lies around an element is looked at once, and not once for each of its neighbours. */
    const around = new Map<Element, readonly Clip[]>();
    const clipsOf = (element: Element): readonly Clip[] => {
      const known = around.get(element);
      if (known !== undefined) return known;
      const above = element.parentElement;
      const style = getComputedStyle(element);
      const scrolls = (overflow: string): boolean => overflow === 'auto' || overflow === 'scroll';
      const cuts = (overflow: string): boolean => overflow !== 'visible';
      const own: Clip[] = [];
      if (
        style.display !== 'inline' &&
        (cuts(style.overflowX) || cuts(style.overflowY)) &&
        element !== document.body
      ) {
        const outer = element.getBoundingClientRect();
        own.push({
          box: new DOMRect(
            outer.x + element.clientLeft,
            outer.y + element.clientTop,
            element.clientWidth,
            element.clientHeight,
          ),
          scrollsX: scrolls(style.overflowX),
          scrollsY: scrolls(style.overflowY),
        });
      }
      const isFixed = style.position === 'fixed';
      // What is fixed lies in the window, whatever it stands in.
      const outside = isFixed || above === null || above === document.documentElement ? [] : clipsOf(above);
      const found = [...own, ...outside];
      around.set(element, found);
      return found;
    };
    /**
     * From the inside out: cut by a box that does not scroll, or moved away by one that does; then nothing is said of it, whatever
     * lies around that box.
     */
    const fateOf = (rect: DOMRect, clips: readonly Clip[]): 'cut' | 'away' | 'there' => {
      for (const { box, scrollsX, scrollsY } of clips) {
        const [over, under] = [box.top - SLACK - rect.top, rect.bottom - box.bottom - SLACK];
        const isAside = rect.right > box.right + SLACK || rect.left < box.left - SLACK;
        const spare = rect.height * 0.2;
        if ((!scrollsY && (over > spare || under > spare)) || (!scrollsX && isAside)) return 'cut';
        if ((scrollsY && (over > 0 || under > 0)) || (scrollsX && isAside)) return 'away';
      }
      const isOutside =
        rect.bottom > innerHeight || rect.top < 0 || rect.right > innerWidth + SLACK || rect.left < -SLACK;
      return isOutside ? 'away' : 'there';
    };
    const coverAt = (x: number, y: number, element: Element): Element | undefined => {
      const top = document.elementFromPoint(x, y);
      if (top === null || top.contains(element) || element.contains(top)) return undefined;
      // A label or a frame that belongs to it, or a layer that lets everything through.
      if (top.closest('label')?.contains(element) === true) return undefined;
      if (element.closest('mat-form-field')?.contains(top) === true) return undefined;
      return getComputedStyle(element).pointerEvents === 'none' ? undefined : top;
    };
    /** In its middle, and just inside its upper and its lower edge. */
    const isCovered = (rect: DOMRect, element: Element): Element | undefined => {
      const inset = Math.min(4, rect.height / 4);
      return [rect.y + rect.height / 2, rect.y + inset, rect.bottom - inset]
        .map((y) => coverAt(rect.x + rect.width / 2, y, element))
        .find((over) => over !== undefined);
    };
    const look = (element: Element, rect: DOMRect, kind: string): void => {
      if (rect.width < 1 || rect.height < 1) return;
      const fate = fateOf(rect, clipsOf(element));
      if (fate === 'cut') faults.push(`${kind} cut: ${nameOf(element)}`);
      if (fate !== 'there') return;
      const over = isCovered(rect, element);
      if (over !== undefined) faults.push(`${kind} covered: ${nameOf(element)} by ${nameOf(over)}`);
    };
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node !== null; node = walker.nextNode()) {
      const element = node.parentElement;
      if (element === null || (node.textContent ?? '').trim() === '' || !isShown(element)) continue;
      if (element.closest('script, style, option') !== null) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of range.getClientRects()) look(element, rect, 'text');
      // What runs over the edge of its own box lies on what stands beside it, whether that covers it or not.
      if (getComputedStyle(element).display === 'inline') continue;
      const [lines, own] = [range.getBoundingClientRect(), element.getBoundingClientRect()];
      const beyond = Math.max(
        own.top - lines.top,
        lines.bottom - own.bottom,
        own.left - lines.left,
        lines.right - own.right,
      );
      if (beyond > 5) faults.push(`text ${Math.round(beyond)} px outside of its box: ${nameOf(element)}`);
    }
    for (const control of document.querySelectorAll('button, a[href], input, select, textarea')) {
      if (!isShown(control)) continue;
      const rect = control.getBoundingClientRect();
      look(control, rect, 'control');
      // What is typed, or stands in a field before anything is, has room in it.
      if (control instanceof HTMLInputElement && control.type !== 'checkbox' && control.type !== 'radio') {
        const said = control.value === '' ? control.placeholder : control.value;
        const style = getComputedStyle(control);
        const pen = document.createElement('canvas').getContext('2d');
        if (pen === null || said === '' || control.hasAttribute('data-long')) continue;
        pen.font = `${style.fontStyle} ${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
        const room = control.clientWidth - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight);
        if (pen.measureText(said).width > room + 2 && said.length < 30)
          faults.push(`field too narrow: "${said.slice(0, 40)}" in ${nameOf(control)}`);
      }
    }
    // Lines of a drawing that reach out of it.
    for (const svg of document.querySelectorAll('svg[viewBox]')) {
      if (!isShown(svg) || getComputedStyle(svg).overflow === 'visible') continue;
      const frame = svg.getBoundingClientRect();
      for (const part of svg.querySelectorAll('text, rect, path, circle')) {
        const bare = part.getBoundingClientRect();
        const pen = part.tagName === 'text' ? 0 : parseFloat(getComputedStyle(part).strokeWidth) / 2 || 0;
        const box = new DOMRect(bare.x - pen, bare.y - pen, bare.width + 2 * pen, bare.height + 2 * pen);
        const out = Math.max(
          frame.left - box.left,
          box.right - frame.right,
          frame.top - box.top,
          box.bottom - frame.bottom,
        );
        if (out > SLACK && frame.width > 30)
          faults.push(`drawing cut by ${Math.round(out)} px: ${part.tagName} in ${nameOf(svg)}`);
      }
    }
    return [...new Set(faults)];
  });
