/** Long enough for the browser to have taken its own hold on the bytes, ms. */
export const HELD = 60_000;

/** Hands bytes over as a download. A file on disk is read from there by the browser, never whole into memory. */
export function download(blob: Blob, name: string, afterwards: () => void = () => undefined): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => {
    URL.revokeObjectURL(url);
    afterwards();
  }, HELD);
}

/** A show's title as a file name that every system takes. */
export function fileName(title: string, ending: string): string {
  const safe = title
    .replace(/[\u0000-\u001f<>:"/\\|?*]+/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/[. ]+$/, '')
    .trim();
  return `${safe.slice(0, 100) || 'show'}.${ending}`;
}
