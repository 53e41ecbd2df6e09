import { useState } from 'react';
import { View } from 'react-native';
import { hasOwnSound, speedOf, type Clip } from '../../core/show';
import { setClipSpeed, type ClipSpeed } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { t } from '../../words';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { SpeedFields } from './SpeedFields';

/** A clip faster or slower: its film and its own sound together; what lies apart goes along or stays. */
export function ClipSpeedPanel({ id }: { readonly id: string }) {
  const clip = useShown((show) => show.pictures.find((one): one is Clip => one.id === id && one.kind === 'clip'));
  const sounds = useShown((show) => clip !== undefined && hasOwnSound(show, clip) && clip.own.on);
  const laid = useShown((show) => show.parts.some((part) => part.clip === id));
  const [apart, setApart] = useState(true);
  const { edit, tryOut } = useOpenShow.getState();
  if (!clip) return <Say>{t('pictures.thisClipIsNoLonger')}</Say>;
  const of = (change: ClipSpeed) => ({ id, change, apart });
  return (
    <View className="gap-1">
      <SpeedFields
        speed={speedOf(clip)}
        length={clip.hold}
        onTry={(speed) => tryOut(setClipSpeed, of({ speed }))}
        onSet={(speed) => edit(setClipSpeed, of({ speed }))}
      />
      <View className="flex-row flex-wrap gap-1.5">
        {sounds || laid ? (
          <Switch
            label={t('treat.pitchKept')}
            hint={t('treat.pitchKeptHint')}
            on={!clip.loose}
            onChange={(kept) => edit(setClipSpeed, of({ loose: !kept }))}
          />
        ) : null}
        {laid ? <Switch label={t('treat.soundApartToo')} hint={t('treat.soundApartTooHint')} on={apart} onChange={setApart} /> : null}
      </View>
      <Say look="small">{t(laid ? 'treat.clipSpeedApart' : sounds ? 'treat.clipSpeedBoth' : 'treat.clipSpeedFilm')}</Say>
    </View>
  );
}
