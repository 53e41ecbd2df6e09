import { t, type PlainKey } from '../../words';
import { useEffect } from 'react';
import { clamp } from '../../core/units';
import { currentShow, useOpenShow } from '../../session/open/store';
import { chooseAll, copyChosen, removeChosen, splitHere, trimHere } from '../../session/bed/hands';
import { markHere } from '../../session/bed/marking';
import { startTapping, tap, useTapping } from '../../session/pictures/tapping';
import { toggleDip } from '../../session/voice/narrations';
import { pinHere } from '../../session/voice/pinning';
import { scrubTo, togglePlay, useTransport } from '../../session/sound/transport';
import { openPanel, standsInDrawer, usePanel } from '../panels/open';
import { ZOOM } from '../sheet/useSheetScroll';

/** What the keys do, for the list that ? shows. */
export const KEYS: readonly (readonly [keys: () => string, does: PlainKey])[] = [
  [() => t('show.key.space'), 'show.playOrPause'],
  [() => '↑ ↓', 'show.step01SShift'],
  [() => t('show.key.homeEnd'), 'show.startAndEndOfThe'],
  [() => ', .', 'show.trimTheStartOrThe'],
  [() => '/', 'show.splitAtTheNowLine'],
  [() => t('show.key.delete'), 'show.removeWhatIsChosenShift'],
  [() => t('show.key.copy'), 'show.copyPartsPasteThemAt'],
  [() => '+ −', 'show.zoomInAndOut'],
  [() => t('show.key.undo'), 'show.undoShiftRedo'],
  [() => 'D', 'show.theChosenNarrationsDipOn'],
  [() => 'P', 'show.addAPinAtThe'],
  [() => 'M', 'show.markTheMoment'],
  [() => 'T', 'show.tapAlongStartThenEnd'],
  [() => t('show.key.all'), 'show.chooseAllPicturesOrPieces'],
  [() => t('show.key.escape'), 'show.letGoOfWhatIs'],
  [() => '?', 'show.allKeys'],
];

const ZOOM_STEP = 1.4;

/** Whether a key belongs to the thing that has the focus: fields always, buttons when they were reached by keyboard. */
function taken(event: KeyboardEvent): boolean {
  const target = event.target instanceof HTMLElement ? event.target : null;
  if (!target) return false;
  if (target.matches('input, textarea, select, [contenteditable]')) return true;
  const pressable = target.closest('button, [role=button], [role=tab], [role=radio], [role=slider], a[href]');
  return (event.key === ' ' || event.key === 'Enter') && pressable !== null && pressable.matches(':focus-visible');
}

/** Starts tapping along, and taps while somebody does. */
function tapKey(): void {
  if (useTapping.getState().tapping.status === 'tapping') tap();
  else if (useOpenShow.getState().face === 'pictures') startTapping();
}

function zoomBy(factor: number): void {
  const { zoom, setZoom } = useOpenShow.getState();
  setZoom(clamp(zoom * factor, ZOOM.least, ZOOM.most));
}

/** Keys of the open show. `onHelp` shows the list of them. */
export function useKeys(onHelp: () => void): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || taken(event)) return;
      // It closes the panel that lies over the page, wherever the focus is.
      if (event.key === 'Escape' && document.querySelector('dialog[open]')) return;
      const store = useOpenShow.getState();
      const { now } = useTransport.getState();
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) store.redo();
        else store.undo();
        return;
      }
      if (command) {
        // Pasting comes as an event of its own, for files and parts alike.
        const commands: Readonly<Record<string, () => void>> = { a: chooseAll, c: copyChosen };
        const action = commands[event.key.toLowerCase()];
        if (!action) return;
        event.preventDefault();
        action();
        return;
      }
      const step = event.altKey ? 1 / 30 : event.shiftKey ? 1 : 0.1;
      const actions: Readonly<Record<string, () => void>> = {
        ' ': togglePlay,
        ArrowUp: () => scrubTo(now - step),
        ArrowDown: () => scrubTo(now + step),
        Home: () => scrubTo(0),
        End: () => scrubTo(Infinity),
        '/': splitHere,
        ',': () => trimHere('start'),
        '.': () => trimHere('end'),
        Delete: () => removeChosen(event.shiftKey),
        Backspace: () => removeChosen(event.shiftKey),
        '+': () => zoomBy(1 / ZOOM_STEP),
        '=': () => zoomBy(1 / ZOOM_STEP),
        '-': () => zoomBy(ZOOM_STEP),
        d: toggleDip,
        D: toggleDip,
        p: pinHere,
        P: pinHere,
        m: markHere,
        M: markHere,
        t: tapKey,
        T: tapKey,
        // First what is open, then what is chosen.
        Escape: () => (standsInDrawer(usePanel.getState().panel) ? openPanel(null) : store.choose(null)),
        '?': onHelp,
      };
      const action = currentShow() ? actions[event.key] : undefined;
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [onHelp]);
}
