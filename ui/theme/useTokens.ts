import { useSyncExternalStore } from 'react';
import tokens from './tokens.json';

export type Token = keyof typeof tokens.light;
export type Tokens = Readonly<Record<Token, string>>;

let query: MediaQueryList | null = null;
/** Asked at every drawing: the browser is asked once, and remembers. */
const dark = () => (query ??= window.matchMedia('(prefers-color-scheme: dark)'));

function subscribe(change: () => void): () => void {
  dark().addEventListener('change', change);
  return () => dark().removeEventListener('change', change);
}

/** The colours of the theme in use, for what is drawn rather than styled: canvases, charts, icons. */
export function useTokens(): Tokens {
  return useSyncExternalStore(subscribe, () => (dark().matches ? tokens.dark : tokens.light));
}
