import type { Page } from '@playwright/test';
import { DE, EN } from '../words';
import { called, demoTest, expect, pressable, test } from './app';
import { cutOff } from './whole';

test.use({ locale: 'de-DE' });

/** What is said the same in both languages proves nothing; nor does what has gaps. */
const ENGLISH: readonly string[] = Object.values(EN).filter(
  (text) => !text.includes('{{') && text.length > 3 && !Object.values(DE).includes(text),
);

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

/** Titles that the demo show brings: they may end in dots, and they are in the language they were written in. */
const BROUGHT = /puddle|The spade|The rain bed|Puddle|-plan|Rill|bike shed|Thunder|\.\w{3}$/;

async function isWhole(page: Page, view: string): Promise<void> {
  // Fold and slide, if anything does, before it is looked at.
  await page.evaluate(() => Promise.all(document.getAnimations().map((one) => one.finished.catch(() => undefined))));
  const wrong = (await cutOff(page)).filter((text) => !BROUGHT.test(text));
  expect.soft(wrong, view).toEqual([]);
  const english = (await everything(page)).filter((text) => ENGLISH.includes(text));
  expect.soft(english, view).toEqual([]);
}

const press = (page: Page, name: string | RegExp) => pressable(page, name).first().click();

async function panel(page: Page, name: string | RegExp, view: string): Promise<void> {
  await press(page, name);
  await expect(page.getByRole('dialog')).toBeVisible();
  await isWhole(page, view);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
}

demoTest('every main view stands whole in German at 390 wide, with no English left', async ({ page }) => {
  await page.goto('/');
  const card = page.getByRole('button', { name: '„The rain bed by the bike shed“ öffnen' });
  await expect(card).toBeVisible({ timeout: 240_000 });
  await isWhole(page, 'the list of shows');
  // The check itself: it sees a word that is hidden, one that is wider than its button, and English.
  await page.evaluate(() => {
    document.body.insertAdjacentHTML(
      'beforeend',
      `<div id="probe"><div style="width:40px;overflow:hidden;white-space:nowrap">Verborgenheit</div>
       <button style="width:40px;white-space:nowrap;padding:0"><span style="margin-left:20px">Knopfbeschriftung</span></button><p>Nothing to undo</p></div>`,
    );
  });
  expect(await cutOff(page)).toEqual(['cut off: Verborgenheit', 'beside its button: Knopfbeschriftung']);
  expect((await everything(page)).filter((text) => ENGLISH.includes(text))).toEqual(['Nothing to undo']);
  await page.evaluate(() => document.getElementById('probe')!.remove());
  await press(page, 'Einstellungen');
  await press(page, 'Worte erklärt');
  await isWhole(page, 'the settings and the glossary');
  await page.keyboard.press('Escape');
  await card.click();
  await expect(page.getByTestId('part puddle-jump')).toBeVisible();
  for (const face of ['Bilder', 'Stimme', 'Balance', 'Fertig', 'Klangbett']) {
    await page.getByRole('tab', { name: face }).click();
    await isWhole(page, face);
  }
  // A piece of the bed and each of its tools.
  const tools = async (names: readonly string[], of: string) => {
    for (const name of names) {
      if (
        !(await page
          .getByRole('button', { name: called(name) })
          .first()
          .isVisible())
      )
        await press(page, 'Mehr');
      await press(page, name);
      await isWhole(page, `${of}: ${name}`);
    }
  };
  await page.getByTestId('part puddle-jump').getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  await tools(['Schnitt', 'Enden', 'Blenden', 'Lautstärke', 'Behandeln', 'Tempo', 'Nadeln', 'Bereich', 'Wiederholen', 'Mehr'], 'bed');
  await panel(page, 'Bahnen des Klangbetts', 'lanes');
  await press(page, 'Mehr');
  await press(page, 'Mehr');
  await press(page, 'Wiederholen');
  await panel(page, 'Schleife aus ganzen Takten', 'loop');
  await press(page, 'Schublade schließen');
  // The fit, unfolded.
  await press(page, /^Länge:/);
  await expect(page.getByRole('button', { name: 'So einpassen' })).toBeVisible();
  for (const box of [
    /^Schluss:.*: zeigen$/,
    /^Passagen:.*: zeigen$/,
    /^Trifft:.*: zeigen$/,
    /^Schau ändert sich:.*: zeigen$/,
    /^Was gehört wurde: zeigen/,
    'Andere Wege: zeigen',
  ]) {
    await press(page, box);
    await isWhole(page, 'the fit');
  }
  await page.keyboard.press('Escape');
  // Pictures, and the sound of a clip.
  await page.getByRole('tab', { name: 'Bilder' }).click();
  for (const name of ['Zeiten', 'Alle Bilder']) await panel(page, name, name);
  await page.getByTestId('picture 1').focus();
  await page.keyboard.press('Enter');
  await tools(['Zeit', 'Rahmen', 'Mehr'], 'picture');
  await press(page, 'Schublade schließen');
  // A narration, dips, how clear the voice is, recording.
  await page.getByRole('tab', { name: 'Stimme' }).click();
  await panel(page, /(^|: )Senken: wie das Bett Platz macht/, 'dips');
  await panel(page, /(^|: )Stimme über dem Bett:/, 'voice over bed');
  await press(page, 'Ab der Jetzt-Linie aufnehmen');
  await isWhole(page, 'asking for the microphone');
  await press(page, 'Übungsmikrofon');
  await expect(page.getByRole('button', { name: 'Aufnahme beginnen' })).toBeVisible();
  await press(page, 'Aufnahme einrichten');
  await isWhole(page, 'recording');
  await press(page, 'Aufnahme schließen');
  await page.getByRole('button', { name: /^2-plan.*, von/ }).focus();
  await page.keyboard.press('Enter');
  await tools(['Senke', 'Versuche', 'Worte', 'Pausen', 'Nadeln'], 'narration');
  await press(page, 'Schublade schließen');
  // The desk and its drawers, with one treatment of each kind.
  await page.getByRole('tab', { name: 'Balance' }).click();
  await press(page, /(^|: )Mitfahren/);
  await isWhole(page, 'the desk');
  for (const name of [/(^|: )Klangbett: .*Felder öffnen/, 'Angleichen', 'Angestrebte Lautheit und gehaltene Spitzen'])
    await panel(page, name, String(name));
  await press(page, /(^|: )Behandlungen von Stimme/);
  for (const kind of ['Weniger Rauschen', 'Klangfarbe', 'Gleichmäßig', 'Echo', 'Raum']) {
    await press(page, `Hinzufügen: ${kind}`);
    await isWhole(page, kind);
  }
  await press(page, 'Alles wegnehmen');
  await page.keyboard.press('Escape');
  // Finish.
  await page.getByRole('tab', { name: 'Fertig' }).click();
  await expect(page.getByText(/^Wird angesehen/)).toBeHidden();
  await press(page, /zeigen$/);
  await isWhole(page, 'the check');
  for (const name of ['Nachweise', 'Als Film sichern', 'Nur den Ton sichern', 'Die Arbeit als Datei sichern'])
    await panel(page, name, name);
  await panel(page, 'Zeitleiste, Untertitel, Musikliste oder Nachweise sichern', 'papers');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Tasten' })).toBeVisible();
  await isWhole(page, 'keys');
});

test('the language and the colours are set on the list of shows, and stay', async ({ page }) => {
  await page.route('**/demo/**', (route) => route.fulfill({ status: 404 }));
  await page.goto('/');
  await press(page, 'Einstellungen');
  await press(page, 'Sprache: English');
  await expect(page.getByRole('dialog', { name: 'Settings' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'en');
  const ground = () => page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor);
  const light = await ground();
  await press(page, 'Colours: Dark');
  await expect.poll(ground).not.toBe(light);
  const dark = await ground();
  await page.reload();
  await expect(page.getByRole('button', { name: 'New show' })).toBeVisible();
  expect(await ground()).toBe(dark);
  // A step keeps what was done, not how it was said.
  await press(page, 'New show');
  await page.getByRole('button', { name: 'Add a card' }).click();
  await expect(page.getByRole('button', { name: 'Undo: add a picture' })).toBeVisible();
  await press(page, 'Back to the shows');
  await press(page, 'Settings');
  await press(page, 'Language: Deutsch');
  await page.keyboard.press('Escape');
  await press(page, '„My show“ öffnen');
  await expect(page.getByRole('button', { name: 'Rückgängig: Bild hinzufügen' })).toBeVisible();
});
