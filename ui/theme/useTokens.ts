import { useSyncExternalStore } from 'react';
import { useSettings } from '../../session/settings';
import tokens from './tokens.json';

export type Token = keyof typeof tokens.light;
export type Tokens = Readonly<Record<Token, string>>;

let query: MediaQueryList | null = null;
/** Asked at every drawing: the browser is asked once, and remembers. */
const system = () => (query ??= window.matchMedia('(prefers-color-scheme: dark)'));

function subscribe(change: () => void): () => void {
  const unsubscribe = useSettings.subscribe(change);
  system().addEventListener('change', change);
  return () => {
    system().removeEventListener('change', change);
    unsubscribe();
  };
}

/** Whether it is dark now: as it was set, else as the system is. */
function dark(): boolean {
  const { theme } = useSettings.getState();
  return theme === 'system' ? system().matches : theme === 'dark';
}

/** The colours of the theme in use, for what is drawn rather than styled: canvases, charts, icons. */
export function useTokens(): Tokens {
  return useSyncExternalStore(subscribe, () => (dark() ? tokens.dark : tokens.light));
}
