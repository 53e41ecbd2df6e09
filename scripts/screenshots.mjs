// `node scripts/screenshots.mjs`: takes the pictures of the main views anew, from the demo show.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureDemo, ensurePackages, ensureSite, root, tool } from './ground.mjs';

ensurePackages();
ensureSite();
ensureDemo();
const { chromium } = await import('@playwright/test');
const PORT = '4876';
const server = spawn(process.execPath, [tool('tsx'), 'server/main.ts', 'dist', '.cache/demo'], {
  cwd: root,
  env: { ...process.env, PORT },
});
process.on('exit', () => server.kill());
await new Promise((ready) => server.stdout.once('data', ready));
// It says a line for each request: one that nobody reads would stop it.
server.stdout.resume();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });

async function visit(options, take) {
  const context = await browser.newContext(options);
  const page = await context.newPage();
  const shot = async (name) => {
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
  };
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByRole('button', { name: /^Open “The rain/ }).waitFor({ timeout: 120_000 });
  await take(page, shot);
  await context.close();
}

const open = async (page) => {
  await page.getByRole('button', { name: /^Open “The rain/ }).click();
  await page.getByTestId('part puddle-jump').waitFor();
  await page.locator('[data-testid="picture 4"] img').waitFor();
  await page.keyboard.press('Home');
  for (let i = 0; i < 24; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await page.locator('[data-testid="picture 6"] img').waitFor();
  await page.getByTestId('dip band').nth(1).waitFor();
};
// A tap on the water, away from the now line; by coordinates, so that nothing is scrolled into view first.
const choose = async (page, x, y) => {
  await page.mouse.click(x, y);
  await page.getByTestId('trim start').waitFor({ state: 'attached' });
};

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true };
await visit(phone, async (page, shot) => {
  await shot('shows-phone');
  await open(page);
  await choose(page, 215, 560);
  await shot('bed-phone');
  await page.getByRole('button', { name: /^Length:/ }).click();
  await page.getByRole('button', { name: 'Use this fit' }).waitFor({ timeout: 60_000 });
  await shot('fit-phone');
  await page.getByRole('button', { name: 'Use this fit' }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Stitches', exact: true }).click();
  for (let i = 0; i < 7; i += 1) await page.keyboard.press('+');
  for (let i = 0; i < 7; i += 1) await page.keyboard.press('-');
  await page.getByRole('tab', { name: 'Pictures' }).click();
  for (let i = 0; i < 18; i += 1) await page.keyboard.press('Shift+ArrowDown');
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('+');
  await page.locator('[data-testid="picture 9"] [style*="background-image"]').first().waitFor({ state: 'attached' });
  await shot('pictures-phone');
  await page.getByRole('button', { name: /^Sound of The spade/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByTestId('lead').waitFor({ state: 'attached' });
  await shot('own-phone');
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Finish' }).click();
  await page.getByTestId('check understood').waitFor();
  await page.getByText('Still checking').waitFor({ state: 'hidden' });
  await shot('finish-phone');
});
await visit(phone, async (page, shot) => {
  await open(page);
  await choose(page, 215, 600);
  const tool = async (name) => {
    const button = page.getByRole('button', { name, exact: true });
    if (!(await button.isVisible())) await page.getByRole('button', { name: 'More', exact: true }).click();
    await button.click();
  };
  const type = async (name, value) => {
    const field = page.getByRole('textbox', { name, exact: true });
    await field.fill(value);
    await field.press('Enter');
  };
  await tool('Repeat');
  await tool('Make a loop of whole bars');
  await type('Tempo', '96');
  await type('From bar', '9');
  await page.getByText(/^Click:/).waitFor();
  await page.getByRole('textbox', { name: 'Tempo' }).blur();
  await page.getByRole('dialog').evaluate((dialog) => dialog.querySelector('canvas').scrollIntoView());
  await shot('loop-phone');
});
await visit(phone, async (page, shot) => {
  await open(page);
  await choose(page, 215, 560);
  await page.getByRole('button', { name: 'Layers', exact: true }).click();
  await page.getByRole('group', { name: 'Layer Chords' }).getByText('Solo').click();
  await shot('layers-phone');
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Pictures' }).click();
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByRole('button', { name: 'The shelf' }).click();
  await page.getByText(/found$/).waitFor();
  await shot('shelf-phone');
});
await visit(phone, async (page, shot) => {
  await open(page);
  await page.getByRole('tab', { name: 'Voice' }).click();
  const reading = page.getByRole('button', { name: /where it is hardest to hear/ });
  await reading.filter({ hasNotText: 'measuring' }).waitFor({ timeout: 60_000 });
  await shot('voice-phone');
  await reading.click();
  await page.getByRole('radio', { name: 'Mark to aim for: 15 dB' }).click();
  await page.getByRole('button', { name: /^Make clear/ }).click();
  await page.getByText('held everywhere', { exact: false }).waitFor();
  await page.getByText('well clear; held everywhere').waitFor();
  await shot('over-phone');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Record from the now line' }).click();
  await page.getByRole('button', { name: 'Practice microphone' }).click();
  await page.getByRole('button', { name: 'Start recording' }).click();
  await page.getByLabel('Recording', { exact: true }).getByText(/^0:27/).waitFor();
  await shot('record-phone');
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await page.getByRole('button', { name: 'Takes', exact: true }).waitFor();
});
await visit({ viewport: { width: 1280, height: 800 } }, async (page, shot) => {
  await open(page);
  await page.getByRole('tab', { name: 'Voice' }).click();
  await page.getByRole('button', { name: /^2-plan/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByText(/^Hardest to hear:/).waitFor();
  await page.getByText('−12', { exact: true }).waitFor();
  await page.getByText('30', { exact: true }).waitFor();
  await shot('voice-wide');
});
await visit({ viewport: { width: 1280, height: 800 } }, async (page, shot) => {
  await open(page);
  await choose(page, 700, 600);
  await page.getByText('Loudness over the show').waitFor();
  await page.getByText('−12', { exact: true }).waitFor();
  await shot('bed-wide');
});
for (const [options, name] of [
  [phone, 'balance-phone'],
  [{ viewport: { width: 1280, height: 800 } }, 'balance-wide'],
]) {
  await visit(options, async (page, shot) => {
    await open(page);
    await page.getByRole('tab', { name: 'Balance' }).click();
    await page.getByRole('button', { name: /^Treatments of Voice/ }).click();
    await page.getByRole('button', { name: 'Add: Steady' }).click();
    await page.keyboard.press('Escape');
    await page.getByText(/all −\d/).waitFor();
    await page.getByRole('button', { name: /^Voice over bed:/ }).waitFor();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.getByText(/^0:29/).first().waitFor();
    await shot(name);
  });
}
await visit({ viewport: { width: 1280, height: 800 }, colorScheme: 'dark' }, async (page, shot) => {
  await open(page);
  await choose(page, 700, 600);
  await page.getByText('Loudness over the show').waitFor();
  await page.getByText('−12', { exact: true }).waitFor();
  await shot('bed-wide-dark');
});
await visit({ viewport: { width: 834, height: 1112 }, hasTouch: true }, async (page, shot) => {
  await open(page);
  await choose(page, 330, 820);
  await page.getByText(/^Hardest to hear:/).waitFor();
  await page.getByText('−12', { exact: true }).waitFor();
  await shot('bed-tablet');
});
await visit({ viewport: { width: 844, height: 390 }, hasTouch: true }, async (page, shot) => {
  await open(page);
  await choose(page, 560, 290);
  await shot('bed-sideways');
});
await browser.close();
server.kill();
