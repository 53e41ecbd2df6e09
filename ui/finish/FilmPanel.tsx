import { useState } from 'react';
import { View } from 'react-native';
import { showSeconds, type Show } from '../../core/show';
import { FILM_SIZES, filmSize, type FilmSize } from '../../core/stage';
import { sayTime } from '../../core/units';
import { exportFilm, useCanFilm } from '../../session/finish/films';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { Say } from '../controls/Say';
import { cardFont } from '../stage/cardFont';
import { SaveButtons } from './SaveButtons';

const KINDS = {
  mp4: { label: 'MP4', note: 'H.264 and AAC: plays nearly everywhere' },
  webm: { label: 'WebM', note: 'VP9 and Opus: plays in browsers and on most computers' },
} as const;

type Kind = keyof typeof KINDS;

/** The show as a film. */
export function FilmPanel({ show, blocked, onDone }: { readonly show: Show; readonly blocked: boolean; readonly onDone: () => void }) {
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
        label="Kind of film"
        options={(Object.keys(KINDS) as Kind[]).map((value) => ({ value, label: KINDS[value].label }))}
        value={kind}
        onChange={setWanted}
      />
      <Say look="small">{KINDS[kind].note}.</Say>
      {kind === wanted ? null : (
        <Notice text={`This browser cannot write ${KINDS[wanted].label} films of this size: it is ${KINDS[kind].label} instead.`} />
      )}
      <Choice
        label="Size"
        options={FILM_SIZES.map((value) => ({ value: String(value), label: `${value}p` }))}
        value={String(size)}
        onChange={(value) => setSize(Number(value) as FilmSize)}
      />
      <Say look="small">
        {width} × {height} pixels, {show.shape}, 30 pictures a second, {sayTime(showSeconds(show))} long.
      </Say>
      {none ? (
        <Notice
          grave
          text="This browser cannot write films. Your show is safe. Open it in an up-to-date browser, or save the sound and the work."
        />
      ) : null}
      {blocked ? <Notice grave text="Files of this show are missing: bring them in first, on the Finish face." /> : null}
      <SaveButtons
        label="Save the film"
        disabled={none || blocked || show.pictures.length === 0 || can[kind] === undefined}
        onSave={(pick) => {
          void exportFilm(show, kind, size, cardFont(), pick);
          onDone();
        }}
      />
    </View>
  );
}
