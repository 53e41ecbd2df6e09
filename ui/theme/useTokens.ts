import { useSyncExternalStore } from 'react';
import tokens from './tokens.json';

export type Token = keyof typeof tokens.light;
export type Tokens = Readonly<Record<Token, string>>;

const dark = () => window.matchMedia('(prefers-color-scheme: dark)');

function subscribe(change: () => void): () => void {
  const query = dark();
  query.addEventListener('change', change);
  return () => query.removeEventListener('change', change);
}

/** The colours of the theme in use, for what is drawn rather than styled: canvases, charts, icons. */
export function useTokens(): Tokens {
  return useSyncExternalStore(subscribe, () => (dark().matches ? tokens.dark : tokens.light));
}
