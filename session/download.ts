/** Long enough for the browser to have taken its own hold on the bytes, ms. */
const HELD = 60_000;

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
