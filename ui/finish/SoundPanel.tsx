import { useSaved, whole } from '../../session/open/store';
import { grouped, sayTime, t, list, sayLane, type PlainKey } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import { soundingLanes } from '../../core/mix';
import { showSeconds } from '../../core/show';
import { RATE, framesOf } from '../../core/units';
import { BITRATES } from '../../engine/write/write.protocol';
import { exportSound, type SoundFile, type Which } from '../../session/finish/sounds';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { Say } from '../controls/Say';
import { saySize } from '../words/files';
import { SaveButtons } from './SaveButtons';

/** Bytes a frame, or bits a second where nobody can tell beforehand. */
const KINDS: Readonly<Record<SoundFile, { readonly label: PlainKey; readonly note: PlainKey; readonly bytes: number }>> = {
  int16: { label: 'finish.wav16Bit', note: 'finish.forEverydayUseEveryProgram', bytes: 4 },
  int24: { label: 'finish.wav24Bit', note: 'finish.forWorkingOnInAnother', bytes: 6 },
  float32: { label: 'finish.wavFloat', note: 'finish.nothingIsCutOff', bytes: 8 },
  flac: { label: 'finish.flac', note: 'finish.asGoodAs16Bit', bytes: 2.2 },
  mp3: { label: 'finish.mp3', note: 'finish.smallPlaysEverywhere', bytes: BITRATES.mp3 / 8 / RATE },
  opus: { label: 'finish.opus', note: 'finish.smallAndVeryGood', bytes: BITRATES.opus / 8 / RATE },
};

/** What a kind is good for; the compressed ones say how many kilobits a second they take. */
const sayNote = (kind: SoundFile): string =>
  kind === 'mp3' || kind === 'opus'
    ? t('finish.kilobits', { rate: BITRATES[kind] / 1000, note: t(KINDS[kind].note) })
    : t(KINDS[kind].note);

/** The sound of the show as a file. */
export function SoundPanel({ blocked, onDone }: { readonly blocked: boolean; readonly onDone: () => void }) {
  const show = useSaved(whole);
  const [kind, setKind] = useState<SoundFile>('int16');
  const [which, setWhich] = useState<Which>('all');
  const lanes = soundingLanes(show);
  const frames = framesOf(showSeconds(show));
  const files = which === 'lanes' ? lanes.length : 1;
  const silent = which === 'lanes' ? lanes.length === 0 : which !== 'all' && !lanes.some((lane) => lane.kind === which);
  return (
    <View className="gap-3">
      <View className="gap-1.5">
        <Choice
          label={t('finish.kindOfSound')}
          options={(Object.keys(KINDS) as SoundFile[]).map((value) => ({ value, label: t(KINDS[value].label) }))}
          value={kind}
          onChange={setKind}
          wrap="thirds"
        />
        <Say look="small">{t('finish.about', { note: sayNote(kind), size: saySize(frames * KINDS[kind].bytes * files) })}</Say>
      </View>
      <View className="gap-1.5">
        <Say look="label">{t('finish.whatOfIt')}</Say>
        <Choice
          label={t('finish.whatOfIt')}
          options={[
            { value: 'all', label: t('common.all') },
            { value: 'bed', label: t('common.bed') },
            { value: 'voice', label: t('common.voice') },
            { value: 'lanes', label: t('finish.eachLane') },
          ]}
          value={which}
          onChange={setWhich}
        />
        <Say look="small">
          {which === 'lanes'
            ? t('finish.oneFileForEachLane', { lanes: lanes.length > 0 ? list(lanes.map(sayLane)) : t('finish.noneSounds') })
            : t('finish.soundFacts', {
                length: sayTime(showSeconds(show), 3),
                frames: grouped(frames),
                rate: RATE / 1000,
              })}
        </Say>
      </View>
      {silent ? <Notice text={t('finish.nothingSoundsOnThatLane')} /> : null}
      {blocked ? <Notice grave text={t('finish.filesOfThisShowAre')} /> : null}
      <SaveButtons
        label={t('finish.saveTheSound')}
        disabled={blocked || silent || frames === 0}
        onSave={(pick) => {
          void exportSound(show, kind, which, pick);
          onDone();
        }}
      />
    </View>
  );
}
