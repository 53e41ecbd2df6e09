import type { Page } from '@playwright/test';

// The browser's storage behind the application's back: its database and its one table are the storage package's.

/** Writes rows as a crash or a newer version would have left them. */
export async function writeRows(page: Page, rows: Readonly<Record<string, string>>): Promise<void> {
  await page.evaluate(async (entries) => {
    const open = indexedDB.open('rainbed');
    const db = await new Promise<IDBDatabase>((resolve) => (open.onsuccess = () => resolve(open.result)));
    const transaction = db.transaction('entries', 'readwrite');
    for (const [key, value] of Object.entries(entries)) transaction.objectStore('entries').put(value, key);
    await new Promise((resolve) => (transaction.oncomplete = resolve));
    db.close();
  }, rows);
}

/** What lies under a name; null where there is nothing. */
export async function readRow(page: Page, name: string): Promise<string | null> {
  return page.evaluate(async (key) => {
    const open = indexedDB.open('rainbed');
    const db = await new Promise<IDBDatabase>((resolve) => (open.onsuccess = () => resolve(open.result)));
    const asked = db.transaction('entries').objectStore('entries').get(key);
    const found = await new Promise<string | null>(
      (resolve) => (asked.onsuccess = () => resolve((asked.result as string | undefined) ?? null)),
    );
    db.close();
    return found;
  }, name);
}
