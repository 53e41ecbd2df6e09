import { openPanel } from '../panels/open';
import { compareLengths, partsOn, type Show } from '../../core/show';
import type { Face } from '../../session/faces';
import { useOpenShow, useShown } from '../../session/open/store';
import { t, type PlainKey } from '../../words';

interface Step {
  readonly said: PlainKey;
  readonly face: Face;
}

/** What comes next in a show: pictures, music, one length, a voice, the end. Each is gone when it is done. */
export function nextStep(show: Show): Step {
  if (show.pictures.length === 0 && show.alone === undefined) return { said: 'faces.next.pictures', face: 'pictures' };
  if (partsOn(show, 'bed').length === 0) return { said: 'faces.next.music', face: 'bed' };
  const { verdict } = compareLengths(show);
  if (verdict !== 'fits' && verdict !== 'alone') return { said: 'faces.next.fit', face: 'bed' };
  if (partsOn(show, 'voice').length === 0) return { said: 'faces.next.voice', face: 'voice' };
  return { said: 'faces.next.finish', face: 'finish' };
}

/** The next step, where the sheet is empty above the show's first moment. A tap goes there. */
export function NextStep() {
  const { said, face } = useShown(nextStep);
  return (
    <div className="flex h-full items-end justify-center px-3 pb-6">
      <button
        type="button"
        onClick={() => {
          useOpenShow.getState().setFace(face);
          if (said === 'faces.next.fit') openPanel({ name: 'fit' });
        }}
        className="min-h-touch max-w-[21rem] rounded-control border border-line bg-paper px-4 py-2 text-left font-text text-body text-ink"
      >
        {t(said)}
      </button>
    </div>
  );
}
