/** The part of `localStorage` that the lifeboat uses, over rows that a test looks into. */
export const boatOver = (rows: Map<string, string>) => ({
  getItem: (key: string) => rows.get(key) ?? null,
  setItem: (key: string, value: string) => void rows.set(key, value),
  removeItem: (key: string) => void rows.delete(key),
});
