import type { Page } from '@playwright/test';

/**
 * Everything that can be read on the page and is cut off: by a box that hides what runs over, by its own button, by the edge of the screen.
 * What the show brings (titles) may end in dots; what scrolls sideways may run out of sight.
 */
export function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const SLACK = 1.5;
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const text = node.textContent?.trim() ?? '';
      const holder = node.parentElement;
      if (!holder || !/\p{L}{3}/u.test(text) || !holder.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      // What is there to be heard is on no screen.
      if (holder.closest('style, script, noscript, .sr-only')) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      const rect = range.getBoundingClientRect();
      if (rect.width < 3 || rect.height < 3) continue;
      const button = holder.closest('[role=button], button, [role=radio], [role=tab]')?.getBoundingClientRect();
      if (button && (rect.left < button.left - SLACK || rect.right > button.right + SLACK)) found.push(`beside its button: ${text}`);
      let scrolls = false;
      for (let box: HTMLElement | null = holder; box && box !== document.body; box = box.parentElement) {
        const style = getComputedStyle(box);
        const edge = box.getBoundingClientRect();
        if (/auto|scroll/.test(style.overflowX) && box.scrollWidth > box.clientWidth + 1) scrolls = true;
        if (scrolls) break;
        if (!/hidden|clip/.test(style.overflowX)) continue;
        if (rect.right > edge.right + SLACK || rect.left < edge.left - SLACK || box.scrollWidth > box.clientWidth + SLACK + 1) {
          if (box === holder || rect.right > edge.right + SLACK || rect.left < edge.left - SLACK) found.push(`cut off: ${text}`);
          break;
        }
      }
      if (!scrolls && (rect.right > innerWidth + SLACK || rect.left < -SLACK)) found.push(`off the screen: ${text}`);
    }
    return [...new Set(found)];
  });
}
