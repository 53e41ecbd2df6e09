/** A fresh name for a show, a picture or a part. */
export function newId(): string {
  return crypto.randomUUID();
}
