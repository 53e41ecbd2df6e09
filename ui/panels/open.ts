import { create } from 'zustand';

/** The panel that lies over the page; one at a time. */
export type OpenedPanel =
  { readonly name: 'fit' | 'keys' | 'all' | 'spread' } | { readonly name: 'trim' | 'lineUp'; readonly clip: string } | null;

export const usePanel = create<{ panel: OpenedPanel }>()(() => ({ panel: null }));

export function openPanel(panel: OpenedPanel): void {
  usePanel.setState({ panel });
}
