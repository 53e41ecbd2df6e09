import { useSaved, whole } from '../../session/open/store';
import { t } from '../../words';

import { useMissing } from '../../session/missing';
import { Panel } from '../controls/Panel';
import { CreditsPanel } from './CreditsPanel';
import { FilmPanel } from './FilmPanel';
import { PapersPanel } from './PapersPanel';
import { SoundPanel } from './SoundPanel';
import { WorkPanel } from './WorkPanel';

const TITLES = {
  film: 'finish.theShowAsAFilm',
  sound: 'finish.theSoundOfTheShow',
  work: 'finish.theWorkAsAFile',
  papers: 'finish.papers',
  credits: 'common.credits',
} as const;

interface Props {
  readonly name: keyof typeof TITLES;
  readonly onClose: () => void;
}

/** The panels of the Finish face. Nothing but a missing file keeps the show from being taken home. */
export function FinishPanels({ name, onClose }: Props) {
  const show = useSaved(whole);
  const missing = useMissing(show);
  const blocked = (missing?.length ?? 0) > 0;
  return (
    <Panel title={t(TITLES[name])} onClose={onClose}>
      {name === 'film' ? <FilmPanel blocked={blocked} onDone={onClose} /> : null}
      {name === 'sound' ? <SoundPanel blocked={blocked} onDone={onClose} /> : null}
      {name === 'work' ? <WorkPanel blocked={blocked} onDone={onClose} /> : null}
      {name === 'papers' ? <PapersPanel /> : null}
      {name === 'credits' ? <CreditsPanel /> : null}
    </Panel>
  );
}
