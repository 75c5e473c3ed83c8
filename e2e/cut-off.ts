import type { Page } from '@playwright/test';

/**
 * Texts that cannot be read as they stand: cut off by their own box, by a number's field or by the edge of a picture, and told whole
 * by no title or name; and a page that is wider than its window.
 */
export const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const isSeen = (each: Element) =>
      each.checkVisibility({ opacityProperty: true, visibilityProperty: true }) &&
      !each.closest('.visually-hidden, .skip, [aria-hidden=true], .n-input__placeholder');
    const ownText = (each: Element) =>
      [...each.childNodes]
        .filter(({ nodeType }) => nodeType === Node.TEXT_NODE)
        .map((node) => node.textContent?.trim() ?? '')
        .join(' ')
        .trim();
    const isTold = (each: Element | null, text: string): boolean =>
      each !== null &&
      (`${each.getAttribute('title')} ${each.getAttribute('aria-label')}`.includes(text.slice(0, 40)) ||
        isTold(each.parentElement, text));
    /** How far a text lies outside the box that clips it, px. */
    const outside = (inner: DOMRect, outer: DOMRect) =>
      Math.max(outer.left - inner.left, inner.right - outer.right);
    const ofField = (each: HTMLInputElement) =>
      /^(decimal|numeric)$/.test(each.inputMode) && each.scrollWidth > each.clientWidth + 1
        ? [`field ${each.getAttribute('aria-label')}: “${each.value}”`]
        : [];
    const ofPicture = (each: SVGElement, text: string) => {
      const picture = each.ownerSVGElement;
      if (!picture || getComputedStyle(picture).overflow === 'visible') return [];
      const by = outside(each.getBoundingClientRect(), picture.getBoundingClientRect());
      return by > 1.5
        ? [`picture ${picture.getAttribute('aria-label')?.slice(0, 60)}: “${text}” by ${by}`]
        : [];
    };
    const ofText = (each: Element, text: string) => {
      const range = document.createRange();
      range.selectNodeContents(each);
      const box = range.getBoundingClientRect();
      for (let at: Element | null = each; at && at !== document.body; at = at.parentElement) {
        const { overflowX } = getComputedStyle(at);
        if (overflowX === 'auto' || overflowX === 'scroll') return [];
        if (overflowX === 'visible') continue;
        const clip = at.getBoundingClientRect();
        const by = clip.width > 2 ? outside(box, clip) : 0;
        return by > 1.5 && !isTold(each, text) ? [`${at.className}: “${text.slice(0, 60)}” by ${by}`] : [];
      }
      return [];
    };
    const found = [...document.querySelectorAll('body *')].filter(isSeen).flatMap((each) => {
      if (each instanceof HTMLInputElement) return ofField(each);
      const text = ownText(each);
      if (text === '') return [];
      return each instanceof SVGElement ? ofPicture(each, text) : ofText(each, text);
    });
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth > clientWidth) found.push(`the page is ${scrollWidth} wide in ${clientWidth}`);
    return found;
  });
