import { t } from '../../words';
import type { Show } from '../../core/show';
import { useMissing } from '../../session/missing';
import { Panel } from '../controls/Panel';
import { CreditsPanel } from './CreditsPanel';
import { FilmPanel } from './FilmPanel';
import { LoudnessPanel } from './LoudnessPanel';
import { PapersPanel } from './PapersPanel';
import { SoundPanel } from './SoundPanel';
import { WorkPanel } from './WorkPanel';

const TITLES = {
  loudness: 'finish.loudnessOfTheWhole',
  film: 'finish.theShowAsAFilm',
  sound: 'finish.theSoundOfTheShow',
  work: 'finish.theWorkAsAFile',
  papers: 'finish.papers',
  credits: 'common.credits',
} as const;

interface Props {
  readonly name: keyof typeof TITLES;
  readonly show: Show;
  readonly onClose: () => void;
}

/** The panels of the Finish face. Nothing but a missing file keeps the show from being taken home. */
export function FinishPanels({ name, show, onClose }: Props) {
  const missing = useMissing(show);
  const blocked = (missing?.length ?? 0) > 0;
  return (
    <Panel title={t(TITLES[name])} onClose={onClose}>
      {name === 'loudness' ? <LoudnessPanel show={show} /> : null}
      {name === 'film' ? <FilmPanel show={show} blocked={blocked} onDone={onClose} /> : null}
      {name === 'sound' ? <SoundPanel show={show} blocked={blocked} onDone={onClose} /> : null}
      {name === 'work' ? <WorkPanel show={show} blocked={blocked} onDone={onClose} /> : null}
      {name === 'papers' ? <PapersPanel show={show} /> : null}
      {name === 'credits' ? <CreditsPanel show={show} /> : null}
    </Panel>
  );
}
