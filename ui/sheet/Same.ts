/** Keeps what is equal the same, so that what hangs on it is not drawn again. */
export class Same<T> {
  private known = new Map<string, { text: string; value: T }>();

  of(key: string, value: T): T {
    const text = JSON.stringify(value);
    const before = this.known.get(key);
    if (before?.text === text) return before.value;
    this.known.set(key, { text, value });
    return value;
  }
}
