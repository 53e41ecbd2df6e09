import { create } from 'zustand';
import type { JoinAt } from '../../core/show';

/** What stands in the drawer, beside the sheet that it changes. */
export type DrawerPanel =
  | { readonly name: 'all' | 'spread' | 'pieces' | 'dips' | 'over' }
  | { readonly name: 'lanes'; readonly kind: 'bed' | 'voice' }
  | { readonly name: 'line'; readonly line: string }
  | { readonly name: 'trim'; readonly clip: string };

/** The panel that is open, in the drawer or over the page; one at a time. */
export type OpenedPanel =
  | DrawerPanel
  | { readonly name: 'fit' | 'keys' | 'loop' }
  | { readonly name: 'loudness' | 'film' | 'sound' | 'work' | 'papers' | 'credits' }
  | { readonly name: 'lineUp'; readonly clip: string }
  | { readonly name: 'join'; readonly join: JoinAt }
  | null;

export const usePanel = create<{ panel: OpenedPanel }>()(() => ({ panel: null }));

export function openPanel(panel: OpenedPanel): void {
  usePanel.setState({ panel });
}

const IN_DRAWER: ReadonlySet<string> = new Set(['all', 'spread', 'pieces', 'dips', 'over', 'lanes', 'line', 'trim']);

/** Whether a panel stands in the drawer. */
export const standsInDrawer = (panel: OpenedPanel): panel is DrawerPanel => panel !== null && IN_DRAWER.has(panel.name);
