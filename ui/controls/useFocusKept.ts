import { useEffect } from 'react';

/** What the focus can go to when what had it is gone: it and all that it lay in, innermost first. */
type Chain = readonly HTMLElement[];

const STOPS = 'button, input, textarea, select, a[href], [tabindex="0"]';

function chainOf(element: Element | null): Chain {
  const chain: HTMLElement[] = [];
  for (let one = element; one instanceof HTMLElement; one = one.parentElement) chain.push(one);
  return chain;
}

const canHold = (one: HTMLElement) => one.getClientRects().length > 0 && !one.closest('[aria-hidden=true]') && one.tabIndex >= 0;

/** The same thing where it was drawn anew: a device that is turned has another layout with the same things in it. */
function same(left: HTMLElement): HTMLElement | undefined {
  const name = left.getAttribute('aria-label');
  if (!name) return undefined;
  return [...document.querySelectorAll<HTMLElement>(left.tagName)].find((one) => one.getAttribute('aria-label') === name && canHold(one));
}

/** The nearest thing to what was left that the Tab key would stop at; else the view itself. */
function nearest(chain: Chain): HTMLElement | null {
  const main = document.querySelector<HTMLElement>('[role=main]');
  const again = same(chain[0]!);
  if (again) return again;
  for (const one of chain) {
    // What holds everything is near to nothing.
    if (!one.isConnected || one === document.body || one.contains(main) || one.querySelector('[role=tablist]')) continue;
    if (canHold(one)) return one;
    const within = [...one.querySelectorAll<HTMLElement>(STOPS)].find(canHold);
    if (within) return within;
  }
  if (main) main.tabIndex = -1;
  return main;
}

/**
 * The focus never falls back to the page: where the thing that had it goes (a button that was pressed away, a view that was left), the nearest thing
 * takes it, so that whoever works by keyboard or by ear goes on where they were. A blur that somebody meant is left alone.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let chain: Chain = [];
    const note = ({ target }: FocusEvent) => {
      if (target instanceof HTMLElement && target !== document.body) chain = chainOf(target);
    };
    let soon: ReturnType<typeof setTimeout> | undefined;
    const mend = () => {
      soon = undefined;
      const lost = chain[0] && !chain[0].isConnected && document.activeElement === document.body;
      if (!lost || document.querySelector('dialog[open]')) return;
      const next = nearest(chain);
      // Once: where it cannot be given, trying again with every change of the page would keep the page from everything else.
      if (next) chain = [];
      next?.focus({ preventScroll: true });
    };
    // After the change, not within it: what takes the focus may itself change the page.
    const observer = new MutationObserver(() => {
      if (chain[0] && !chain[0].isConnected) soon ??= setTimeout(mend);
    });
    document.addEventListener('focusin', note);
    observer.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener('focusin', note);
      observer.disconnect();
      clearTimeout(soon);
    };
  }, []);
}
