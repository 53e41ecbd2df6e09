import axe from 'axe-core';
import type { Page } from '@playwright/test';
import { DE, EN } from '../words';
import { cutOff } from './whole';

// What a view is held against wherever a walk stops (e2e/walk.spec.ts). Each gives a line for whatever is wrong.

/** WCAG 2.2 A and AA, best practices, and two rules beside them: words on a control are in its name, and targets are large enough. */
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
const RULES = { 'label-content-name-mismatch': { enabled: true }, 'target-size': { enabled: true } };

/** Marks what has opened over or beside the view that was looked at as a whole: a dialog, or all around the button that closes the drawer. */
async function markOpened(page: Page): Promise<string> {
  return page.evaluate(() => {
    document.querySelector('[data-looked-at]')?.removeAttribute('data-looked-at');
    let opened = document.querySelector('dialog[open], [role=dialog]') ?? document.querySelector('[aria-label="Schublade schließen"]')!;
    while (!opened.parentElement!.querySelector('[data-testid=sheet]') && opened.parentElement !== document.body)
      opened = opened.parentElement!;
    opened.setAttribute('data-looked-at', '');
    return '[data-looked-at]';
  });
}

/** The rules that look at colours: all else is the same in dark ones. */
const COLOURS = ['color-contrast', 'link-in-text-block'];

/** What axe-core is told to look at, and by which rules. */
async function violations(page: Page, within: string, options: axe.RunOptions): Promise<axe.Result[]> {
  // Its text goes into a page once, however often it looks.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(
    async ([selector, how]) => {
      const { axe: looker } = window as unknown as { axe: typeof axe };
      return (await looker.run(selector, { ...how, resultTypes: ['violations'] })).violations;
    },
    [within, options] as const,
  );
}

/** What axe-core finds in light colours, and of the colours in dark ones: on the whole page, or in the panel or the drawer that is open on it. */
export async function axeFaults(page: Page, where: 'page' | 'panel'): Promise<string[]> {
  const found: string[] = [];
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
    await settled(page);
    const options: axe.RunOptions =
      colorScheme === 'light' ? { runOnly: { type: 'tag', values: TAGS }, rules: RULES } : { runOnly: { type: 'rule', values: COLOURS } };
    for (const { id, nodes } of await violations(page, where === 'panel' ? await markOpened(page) : 'html', options)) {
      for (const { html, any, all, none } of nodes) {
        // What lies on the sheet is as tall as it is long: its size is what it says (WCAG 2.5.8, "essential").
        if (id === 'target-size' && /data-testid="(picture|part) /.test(html)) continue;
        const why = [...any, ...all, ...none][0]?.message ?? '';
        found.push(`${colorScheme}: ${id}: ${html.replace(/ (class|style)="[^"]*"/g, '').slice(0, 160)} (${why.slice(0, 120)})`);
      }
    }
  }
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  return found;
}

/** A change of theme is told with the next frame and drawn by the one after it; what comes in or goes is half transparent for a moment. */
async function settled(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)));
    await Promise.allSettled(document.getAnimations().map((one) => one.finished));
  });
}

/** Controls without a name, or smaller than a thumb, and a page that runs out sideways. */
export function controlFaults(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const controls = [
      ...document.querySelectorAll<HTMLElement>('button, [role=button], [role=tab], [role=slider], input:not([type=file])'),
    ];
    const faults = controls
      .filter((one) => one.offsetParent !== null && !one.dataset.testid?.startsWith('picture'))
      .flatMap((one) => {
        const { width, height } = one.getBoundingClientRect();
        const name = one.getAttribute('aria-label') ?? one.textContent ?? '';
        return [
          name.trim() === '' ? `no name: ${one.outerHTML.slice(0, 80)}` : '',
          width < 43.5 || height < 43.5 ? `${name}: ${width} x ${height}` : '',
        ].filter(Boolean);
      });
    return document.documentElement.scrollWidth <= window.innerWidth ? faults : [...faults, 'the page runs out sideways'];
  });
}

/** What is said the same in both languages proves nothing; nor does what has gaps. */
const ENGLISH: readonly string[] = Object.values(EN).filter(
  (text) => !text.includes('{{') && text.length > 3 && !Object.values(DE).includes(text),
);

/** Those of several words are English within a longer sentence, too. */
const SENTENCES = ENGLISH.filter((text) => text.includes(' ') && text.length >= 10);

/** Everything that is read or spoken on the page. */
function everything(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const labels = [...document.querySelectorAll('[aria-label], [placeholder], [title]')].flatMap((one) =>
      ['aria-label', 'placeholder', 'title'].map((name) => one.getAttribute(name) ?? ''),
    );
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) labels.push(node.textContent ?? '');
    return [...new Set(labels.map((text) => text.trim()).filter(Boolean))];
  });
}

/** What stands on a page in German and is, or holds, a sentence of the English catalogue. */
export async function englishWords(page: Page): Promise<string[]> {
  return (await everything(page)).filter((text) => ENGLISH.includes(text) || SENTENCES.some((english) => text.includes(english)));
}

/** Titles that the demo show brings: they may end in dots, and they are in the language they were written in. */
const BROUGHT = /puddle|The spade|The rain bed|Puddle|-plan|Rill|bike shed|Thunder|plays|\.\w{3}$/;

/** Words that are cut off, once what folds and slides has done so. */
export async function cutOffWords(page: Page): Promise<string[]> {
  await settled(page);
  return (await cutOff(page)).filter((text) => !BROUGHT.test(text));
}
