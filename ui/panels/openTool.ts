import { create } from 'zustand';
import { currentShow } from '../../session/open/store';

/** The tool that is open for what is chosen. It lives beside the drawer: a turned device lays the drawer out anew, and the tool stays open. */
const useTool = create<{ readonly of: string; readonly tool: string | null }>()(() => ({ of: '', tool: null }));

/** A copy of a show has things of the same names: they are others. */
const inThisShow = (of: string): string => `${currentShow()?.id ?? ''} ${of}`;

/** Opens a tool of a thing that is about to be chosen. */
export const openToolOf = (of: string, tool: string): void => useTool.setState({ of: inThisShow(of), tool });

/** The open tool of a thing, and opening another; something else that is chosen begins with none. */
export function useOpenTool(of: string): readonly [tool: string | null, open: (tool: string | null) => void] {
  const mine = inThisShow(of);
  const tool = useTool((state) => (state.of === mine ? state.tool : null));
  return [tool, (next) => useTool.setState({ of: mine, tool: next })];
}
