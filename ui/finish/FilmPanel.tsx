import { useSaved, whole } from '../../session/open/store';
import { sayTime, t } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import { showSeconds } from '../../core/show';
import { FILM_SIZES, filmSize, type FilmSize } from '../../core/stage';
import { exportFilm, useCanFilm } from '../../session/finish/films';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { Say } from '../controls/Say';
import { cardFont } from '../stage/cardFont';
import { SaveButtons } from './SaveButtons';

const KINDS = {
  mp4: { label: 'finish.mp4', note: 'finish.h264AndAacPlays' },
  webm: { label: 'finish.webm', note: 'finish.vp9AndOpusPlaysIn' },
} as const;

type Kind = keyof typeof KINDS;

/** The show as a film. */
export function FilmPanel({ blocked, onDone }: { readonly blocked: boolean; readonly onDone: () => void }) {
  const show = useSaved(whole);
  const [wanted, setWanted] = useState<Kind>('mp4');
  const [size, setSize] = useState<FilmSize>(720);
  const can = { mp4: useCanFilm('mp4', show.shape, size), webm: useCanFilm('webm', show.shape, size) };
  const other: Kind = wanted === 'mp4' ? 'webm' : 'mp4';
  // What this browser cannot write is offered as the other kind.
  const kind = can[wanted] === false && can[other] ? other : wanted;
  const none = can.mp4 === false && can.webm === false;
  const { width, height } = filmSize(show.shape, size);
  return (
    <View className="gap-3">
      <Choice
        label={t('finish.kindOfFilm')}
        options={(Object.keys(KINDS) as Kind[]).map((value) => ({ value, label: t(KINDS[value].label) }))}
        value={kind}
        onChange={setWanted}
      />
      <Say look="small">{t(KINDS[kind].note)}</Say>
      {kind === wanted ? null : (
        <Notice text={t('finish.thisBrowserCannotWriteFilms', { wanted: t(KINDS[wanted].label), instead: t(KINDS[kind].label) })} />
      )}
      <Choice
        label={t('finish.size')}
        options={FILM_SIZES.map((value) => ({ value: String(value), label: `${value}p` }))}
        value={String(size)}
        onChange={(value) => setSize(Number(value) as FilmSize)}
      />
      <Say look="small">{t('finish.filmFacts', { width, height, shape: show.shape, length: sayTime(showSeconds(show)) })}</Say>
      {show.pictures.length === 0 ? <Notice text={t('finish.filmNeedsPictures')} /> : null}
      {none ? <Notice grave text={t('finish.thisBrowserCannotWriteFilms2')} /> : null}
      {blocked ? <Notice grave text={t('finish.filesOfThisShowAre')} /> : null}
      <SaveButtons
        label={t('finish.saveTheFilm')}
        // While only one kind has been asked for, there is no other to offer yet.
        disabled={blocked || show.pictures.length === 0 || can[kind] !== true}
        onSave={(pick) => {
          void exportFilm(show, kind, size, cardFont(), pick);
          onDone();
        }}
      />
    </View>
  );
}
