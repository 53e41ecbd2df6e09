import { t } from '../../words';
import AudioLines from 'lucide-react-native/icons/audio-lines';
import Link from 'lucide-react-native/icons/link-2';
import Split from 'lucide-react-native/icons/split';
import Undo from 'lucide-react-native/icons/rotate-ccw';
import Volume from 'lucide-react-native/icons/volume-2';
import VolumeOff from 'lucide-react-native/icons/volume-x';
import { View } from 'react-native';
import { LIMITS, speedOf, type Clip } from '../../core/show';
import { clipsStartWith, putBackOwn, separateOwn, setOwn } from '../../core/show/edits';
import { newId } from '../../session/ids';
import { useOpenShow, useShown } from '../../session/open/store';
import { startLiningUp } from '../../session/pictures/liningUp';
import { Button } from '../controls/Button';
import { LevelField } from '../controls/LevelField';
import { parseSigned, spanEntry } from '../controls/timeEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { openPanel } from '../panels/open';
import { saySeconds } from '../words/times';
import { RoomFields } from '../treat/RoomFields';
import { sayChain } from '../words/treatments';
import { QuietFields } from './QuietFields';

interface Props {
  readonly clip: Clip;
}

/** Everything about the sound that was filmed with a clip. */
export function OwnFields({ clip }: Props) {
  const apart = useShown((show) => show.parts.filter((part) => part.clip === clip.id));
  const lane = useShown((show) => show.lanes.find(({ kind }) => kind === 'own'));
  return (
    <View className="gap-2">
      <OwnSwitch clip={clip} apart={apart.length > 0} />
      {clip.own.on ? (
        <>
          <LevelFields clip={clip} />
          <QuietFields clip={clip} />
          <RoomFields of={{ clips: [clip.id] }} room={clip.own.room ?? lane?.room} kind="own" />
          <View className="flex-row items-center gap-2">
            <Say look="small" className="flex-1">
              {sayChain(clip.own.treatments ?? [])}
            </Say>
            <Button label={t('tool.treat')} kind="quiet" onPress={() => openPanel({ name: 'treat', of: { own: clip.id } })} />
          </View>
        </>
      ) : null}
      <OwnActions clip={clip} apart={apart.length > 0} />
    </View>
  );
}

function OwnSwitch({ clip, apart }: { readonly clip: Clip; readonly apart: boolean }) {
  const { edit } = useOpenShow.getState();
  const { on } = clip.own;
  if (apart && !on) {
    return (
      <View className="gap-1.5">
        <Say look="small">{t('pictures.itsSoundLiesBesideIt')}</Say>
        <View className="flex-row">
          <Button label={t('pictures.putItsSoundBack')} icon={Undo} onPress={() => edit(putBackOwn, { id: clip.id })} />
        </View>
      </View>
    );
  }
  return (
    <View className="flex-row">
      <Button
        label={on ? t('pictures.itsSoundIsOn') : t('pictures.itsSoundIsOff')}
        icon={on ? Volume : VolumeOff}
        chosen={on}
        onPress={() => edit(setOwn, { id: clip.id, change: { on: !on } })}
      />
    </View>
  );
}

function LevelFields({ clip }: { readonly clip: Clip }) {
  const { edit, tryOut } = useOpenShow.getState();
  const { own, id } = clip;
  const before = clip.from / speedOf(clip);
  return (
    <View className="gap-1">
      <LevelField
        label={t('pictures.ownSound')}
        gain={own.gain}
        onTry={(gain) => tryOut(setOwn, { id, change: { gain } })}
        onSet={(gain) => edit(setOwn, { id, change: { gain } })}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      <NumberField
        {...spanEntry}
        least={-LIMITS.own.runOver}
        parse={parseSigned}
        label={t('pictures.startsEarlierBy')}
        value={own.lead}
        start={0}
        most={LIMITS.own.runOver}
        onChange={(lead) => edit(setOwn, { id, change: { lead } })}
        {...(own.lead > before ? { note: t('pictures.thereAreBeforeItIn', { from: saySeconds(before) }) } : {})}
      />
      <NumberField
        {...spanEntry}
        least={-LIMITS.own.runOver}
        parse={parseSigned}
        label={t('pictures.runsOnBy')}
        value={own.tail}
        start={0}
        most={LIMITS.own.runOver}
        onChange={(tail) => edit(setOwn, { id, change: { tail } })}
      />
      {(['fadeUp', 'fadeOut'] as const).map((side) => (
        <NumberField
          key={side}
          {...spanEntry}
          label={side === 'fadeUp' ? t('pictures.ownFadeUp') : t('pictures.ownFadeOut')}
          value={own[side].seconds}
          start={LIMITS.own.fade}
          most={clip.hold + own.lead + own.tail}
          onChange={(seconds) => edit(setOwn, { id, change: { [side]: { ...own[side], seconds } } })}
        />
      ))}
    </View>
  );
}

function OwnActions({ clip, apart }: Props & { readonly apart: boolean }) {
  const { edit, choose } = useOpenShow.getState();
  const { gain, fadeUp, fadeOut, on } = clip.own;
  const clips = useShown((show) => show.pictures.filter((one) => one.kind === 'clip').length);
  return (
    <View className="flex-row flex-wrap gap-2">
      <Button
        label={t('common.lineUpARecording')}
        icon={Link}
        onPress={() => {
          startLiningUp(clip.id);
          openPanel({ name: 'lineUp', clip: clip.id });
        }}
      />
      <Button
        label={t('pictures.setItApart')}
        icon={Split}
        disabled={!on || apart}
        onPress={() => {
          const part = newId();
          edit(separateOwn, { id: clip.id, part });
          choose({ kind: 'parts', ids: [part] });
        }}
      />
      {clips > 1 ? (
        <Button
          label={t('pictures.levelAndFadesForAll')}
          icon={AudioLines}
          onPress={() => edit(clipsStartWith, { ids: 'all', start: { gain, fadeUp, fadeOut } })}
        />
      ) : null}
    </View>
  );
}
