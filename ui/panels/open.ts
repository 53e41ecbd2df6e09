import { create } from 'zustand';
import type { JoinAt } from '../../core/show';
import type { Treated } from '../../core/show/edits';

/** What stands in the drawer, beside the sheet that it changes. */
export type DrawerPanel =
  | { readonly name: 'all' | 'times' | 'pieces' | 'dips' | 'over' | 'fit' | 'loop' | 'loudness' | 'sheet' | 'even' | 'mine' | 'shelf' }
  | { readonly name: 'lane'; readonly lane: string }
  | { readonly name: 'treat'; readonly of: Treated }
  | { readonly name: 'lanes'; readonly kind: 'bed' | 'voice' }
  | { readonly name: 'line'; readonly line: string }
  | { readonly name: 'trim' | 'lineUp' | 'speed'; readonly clip: string }
  | { readonly name: 'join'; readonly join: JoinAt };

/** The panel that is open, in the drawer or over the page; one at a time. */
export type OpenedPanel = DrawerPanel | { readonly name: 'keys' | 'film' | 'sound' | 'work' | 'papers' | 'credits' } | null;

interface Opened {
  readonly panel: OpenedPanel;
  /** What had the focus when it was opened: what opened it may make room for it. */
  readonly opener: Element | null;
}

export const usePanel = create<Opened>()(() => ({ panel: null, opener: null }));

export function openPanel(panel: OpenedPanel): void {
  usePanel.setState({ panel, opener: panel && typeof document !== 'undefined' ? document.activeElement : null });
}

/** What lies over the page: it changes nothing of what is heard and seen. */
const OVER_THE_PAGE: ReadonlySet<string> = new Set(['keys', 'film', 'sound', 'work', 'papers', 'credits']);

/** Whether a panel stands in the drawer. */
export const standsInDrawer = (panel: OpenedPanel): panel is DrawerPanel => panel !== null && !OVER_THE_PAGE.has(panel.name);
