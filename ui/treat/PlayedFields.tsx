import { View } from 'react-native';
import { LIMITS, partSeconds, speedOf, type Part } from '../../core/show';
import { setPlayed, type PlayedChange } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { signed, t } from '../../words';
import { NumberField } from '../controls/NumberField';
import { Switch } from '../controls/Switch';
import { parseSigned } from '../controls/timeEntry';
import { SpeedFields } from './SpeedFields';

const saySemitones = (value: number) =>
  t(Math.abs(value) === 1 ? 'treat.semitone' : 'treat.semitones', { by: signed(value, value % 1 === 0 ? 0 : 2) });

/** Speed of a part, pitch, backwards. */
export function PlayedFields({ part }: { readonly part: Part }) {
  const { edit, tryOut } = useOpenShow.getState();
  const ids = [part.id];
  const set = (change: PlayedChange) => edit(setPlayed, { ids, change });
  const speed = speedOf(part);
  return (
    <View className="gap-1">
      <SpeedFields
        speed={speed}
        length={partSeconds(part)}
        onTry={(next) => tryOut(setPlayed, { ids, change: { speed: next } })}
        onSet={(next) => set({ speed: next })}
      />
      <View className="flex-row flex-wrap gap-1.5">
        <Switch
          label={t('treat.pitchKept')}
          hint={t('treat.pitchKeptHint')}
          on={!part.loose}
          onChange={(kept) => set({ speed, loose: !kept })}
        />
        <Switch label={t('treat.backwards')} on={part.backwards === true} onChange={(backwards) => set({ backwards })} />
      </View>
      <NumberField
        label={t('treat.pitch')}
        value={part.pitch ?? 0}
        least={-LIMITS.pitch}
        most={LIMITS.pitch}
        step={1}
        start={0}
        parse={parseSigned}
        say={saySemitones}
        note={t('treat.pitchNote')}
        onChange={(pitch) => set({ pitch })}
      />
    </View>
  );
}
