import type { Page } from '@playwright/test';
import { called, demoTest, expect, pressable } from './app';
import { axeFaults, controlFaults, cutOffWords, englishWords } from './probes';

// Every view and panel of the demo show on a phone, in German, whose words are the longer ones. At each stop nothing is cut off, no English is
// left, every control has a name and fits a thumb; at the views that most others are made of, axe-core finds nothing in light or dark colours.

demoTest.use({ locale: 'de-DE' });

/** How closely a stop is looked at: axe-core reads the whole page, or the panel that has opened on it. */
type Look = 'usual' | 'page' | 'panel';

async function see(page: Page, view: string, look: Look = 'usual'): Promise<void> {
  expect.soft(await cutOffWords(page), view).toEqual([]);
  expect.soft(await englishWords(page), view).toEqual([]);
  expect.soft(await controlFaults(page), view).toEqual([]);
  if (look !== 'usual') expect.soft(await axeFaults(page, look), view).toEqual([]);
}

const press = (page: Page, name: string | RegExp) => pressable(page, name).first().click();
const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click();

/** Opens a panel, looks at it once `asked` can be pressed, where that has to be found out first, and closes it. */
async function panel(page: Page, name: string | RegExp, look: Look = 'usual', asked?: string): Promise<void> {
  await press(page, name);
  await expect(page.getByRole('dialog')).toBeVisible();
  if (asked) await expect(page.getByRole('dialog').getByRole('button', { name: asked })).toBeEnabled();
  await see(page, String(name), look);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** Each tool of what is chosen. */
async function tools(page: Page, of: string, names: readonly string[], axe: readonly string[] = []): Promise<void> {
  for (const name of names) {
    const button = page.getByRole('button', { name: called(name) }).first();
    if (!(await button.isVisible())) await press(page, 'Mehr');
    await press(page, name);
    await see(page, `${of}: ${name}`, axe.includes(name) ? 'panel' : 'usual');
  }
}

async function openShow(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await page.goto('/');
  await page.getByRole('button', { name: '„The rain bed by the bike shed“ öffnen' }).click();
  await expect(page.getByTestId('part puddle-jump')).toBeVisible();
}

async function choose(page: Page, name: RegExp): Promise<void> {
  await page.getByRole('button', { name }).first().focus();
  await page.keyboard.press('Enter');
}

demoTest(
  'the list, its settings, the faces; a piece of the bed, its tools, its lanes, the loop maker, the fit; an address that leads nowhere',
  async ({ page }) => {
    await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
    await page.goto('/');
    const card = page.getByRole('button', { name: '„The rain bed by the bike shed“ öffnen' });
    await expect(card).toBeVisible();
    await see(page, 'the list of shows', 'page');
    // The check itself: it sees a word that is hidden, one that is wider than its button, English, and a control that is too small.
    await page.evaluate(() => {
      document.body.insertAdjacentHTML(
        'beforeend',
        `<div id="probe"><div style="width:40px;overflow:hidden;white-space:nowrap">Verborgenheit</div>
       <button style="width:40px;white-space:nowrap;padding:0"><span style="margin-left:20px">Knopfbeschriftung</span></button><p>Loudness</p><p>Noch 2: Nothing to undo.</p></div>`,
      );
    });
    expect(await cutOffWords(page)).toEqual(['cut off: Verborgenheit', 'beside its button: Knopfbeschriftung']);
    expect(await englishWords(page)).toEqual(['Loudness', 'Noch 2: Nothing to undo.']);
    expect(await controlFaults(page)).toEqual([expect.stringMatching(/^Knopfbeschriftung: 40 x/)]);
    await page.evaluate(() => document.getElementById('probe')!.remove());
    await press(page, 'Einstellungen');
    await see(page, 'the settings', 'panel');
    await press(page, 'Worte erklärt');
    await see(page, 'the glossary');
    await page.keyboard.press('Escape');
    await card.click();
    await expect(page.getByTestId('part puddle-jump')).toBeVisible();
    for (const name of ['Bilder', 'Stimme', 'Balance', 'Fertig', 'Klangbett']) {
      await tab(page, name);
      // What is still being looked at changes while axe reads it.
      if (name === 'Fertig') await expect(page.getByText(/^Noch in Prüfung/)).toBeHidden();
      await see(page, name, 'page');
    }

    await page.getByTestId('part puddle-jump').getByRole('button').first().focus();
    await page.keyboard.press('Enter');
    await tools(
      page,
      'a piece',
      ['Schnitt', 'Enden', 'Blenden', 'Lautstärke', 'Behandeln', 'Tempo', 'Nadeln', 'Bereich', 'Wiederholen', 'Mehr'],
      ['Schnitt', 'Enden', 'Blenden', 'Lautstärke', 'Nadeln'],
    );
    await panel(page, 'Bahnen des Klangbetts');
    await press(page, 'Mehr');
    await press(page, 'Mehr');
    await press(page, 'Wiederholen');
    await press(page, 'Schleife aus ganzen Takten');
    await expect(page.getByText(/^Knacken:/)).toBeVisible();
    await see(page, 'the loop maker');
    await page.keyboard.press('Escape');
    await press(page, 'Schublade schließen');
    await press(page, /^Länge:/);
    await expect(page.getByRole('button', { name: 'So einpassen' })).toBeVisible();
    await see(page, 'the fit', 'page');
    for (const box of [
      /^Schluss:.*: zeigen$/,
      /^Passagen:.*: zeigen$/,
      /^Trifft:.*: zeigen$/,
      /^Schau ändert sich:.*: zeigen$/,
      /^Was gehört wurde: zeigen/,
      'Andere Wege: zeigen',
    ]) {
      await press(page, box);
      await see(page, `the fit: ${String(box)}`);
    }
    await page.goto('/nowhere');
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await see(page, 'an address that leads nowhere', 'page');
  },
);

demoTest('pictures and a clip, and what is taken home; narrations, dips, recording, the desk and every treatment', async ({ page }) => {
  await openShow(page);
  await tab(page, 'Bilder');
  for (const name of ['Zeiten', 'Alle Bilder']) await panel(page, name, 'panel');
  await page.getByTestId('picture 1').focus();
  await page.keyboard.press('Enter');
  await tools(page, 'a picture', ['Zeit', 'Rahmen', 'Mehr'], ['Zeit']);
  await press(page, 'Schublade schließen');
  await tab(page, 'Fertig');
  await expect(page.getByText(/^Noch in Prüfung/)).toBeHidden();
  await press(page, /zeigen$/);
  await see(page, 'the check');
  for (const name of [
    'Nachweise',
    'Nur den Ton sichern',
    'Die Arbeit als Datei sichern',
    'Zeitleiste, Untertitel, Musikliste oder Nachweise sichern',
  ])
    await panel(page, name, 'panel');
  await panel(page, 'Als Film sichern', 'panel', 'Film sichern');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Tasten' })).toBeVisible();
  await see(page, 'keys');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();

  await tab(page, 'Stimme');
  await panel(page, /(^|: )Senken: wie das Bett Platz macht/, 'panel');
  await panel(page, 'Stimmen');
  await panel(page, /(^|: )Stimme über dem Bett:/);
  await press(page, 'Ab der Jetzt-Linie aufnehmen');
  await see(page, 'asking for the microphone');
  await press(page, 'Übungsmikrofon');
  await expect(page.getByRole('button', { name: 'Aufnahme beginnen' })).toBeVisible();
  await press(page, 'Aufnahme einrichten');
  await see(page, 'recording');
  await press(page, 'Aufnahme schließen');
  await choose(page, /^2-plan.*, von/);
  await tools(page, 'a narration', ['Senke', 'Versuche', 'Worte', 'Pausen', 'Nadeln']);
  await press(page, 'Schublade schließen');
  await tab(page, 'Balance');
  await press(page, /(^|: )Mitfahren/);
  await see(page, 'the desk while riding');
  await panel(page, /(^|: )Klangbett: .*Felder öffnen/, 'panel');
  for (const name of ['Angleichen', 'Angestrebte Lautheit und gehaltene Spitzen']) await panel(page, name);
  await press(page, /(^|: )Behandlungen von Stimme/);
  for (const kind of ['Weniger Rauschen', 'Klangfarbe', 'Gleichmäßig', 'Echo', 'Raum']) {
    await press(page, `Hinzufügen: ${kind}`);
    await see(page, kind);
  }
});
