import { create } from 'zustand';
import type { JoinAt } from '../../core/show';

/** The panel that lies over the page; one at a time. */
export type OpenedPanel =
  | { readonly name: 'fit' | 'keys' | 'all' | 'spread' | 'pieces' | 'loop' | 'dips' | 'over' }
  | { readonly name: 'lanes'; readonly kind: 'bed' | 'voice' }
  | { readonly name: 'loudness' | 'film' | 'sound' | 'work' | 'papers' | 'credits' }
  | { readonly name: 'line'; readonly line: string }
  | { readonly name: 'trim' | 'lineUp'; readonly clip: string }
  | { readonly name: 'join'; readonly join: JoinAt }
  | null;

export const usePanel = create<{ panel: OpenedPanel }>()(() => ({ panel: null }));

export function openPanel(panel: OpenedPanel): void {
  usePanel.setState({ panel });
}
