import { languageNow, speak } from '../words';
import { changeSettings, meetWord, readSettings, useSettings } from './settings';
import { storage } from './shows/storage';

afterEach(async () => {
  jest.restoreAllMocks();
  Reflect.deleteProperty(globalThis, 'navigator');
  speak('en');
  await storage.removeMany(await storage.getAllKeys());
  useSettings.setState({ met: [] });
});

it('speaks as the browser does until somebody says otherwise, and remembers what was said', async () => {
  Object.defineProperty(globalThis, 'navigator', { value: { languages: ['fr', 'de-CH'] }, configurable: true });
  await readSettings();
  expect([languageNow(), useSettings.getState().theme]).toEqual(['de', 'system']);
  await changeSettings({ language: 'en', theme: 'dark' });
  expect(languageNow()).toBe('en');
  useSettings.setState({ language: 'browser', theme: 'system' });
  await readSettings();
  expect(languageNow()).toBe('en');
  expect(useSettings.getState()).toMatchObject({ language: 'en', theme: 'dark', ready: true });
});

it.each(['{"language":"xx"}', 'nonsense', '7', '{"theme":"pink","language":"de"}'])('begins anew where %s is kept', async (kept) => {
  await storage.setItem('settings', kept);
  await readSettings();
  expect(useSettings.getState()).toMatchObject({ language: 'browser', theme: 'system', ready: true });
});

it('remembers which words were explained, each once', async () => {
  await readSettings();
  meetWord('dip');
  meetWord('dip');
  meetWord('stitch');
  useSettings.setState({ met: [] });
  await readSettings();
  expect(useSettings.getState().met).toEqual(['dip', 'stitch']);
});

it('goes on where nothing can be stored', async () => {
  jest.spyOn(storage, 'getItem').mockRejectedValue(new Error('denied'));
  jest.spyOn(storage, 'setItem').mockRejectedValue(new Error('denied'));
  await readSettings();
  await changeSettings({ language: 'de' });
  expect([languageNow(), useSettings.getState().language]).toEqual(['de', 'de']);
});
