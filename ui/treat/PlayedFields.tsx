import { View } from 'react-native';
import { LIMITS, partSeconds, speedOf, type Part } from '../../core/show';
import { setPlayed, type PlayedChange } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { decimal, signed, t } from '../../words';
import { NumberField } from '../controls/NumberField';
import { Slider } from '../controls/Slider';
import { Switch } from '../controls/Switch';
import { parseSigned, spanEntry } from '../controls/timeEntry';

const saySpeed = (percent: number) => `${decimal(percent, percent % 1 === 0 ? 0 : 1)} %`;
const { least, most } = LIMITS.speed;
const saySemitones = (value: number) =>
  t(Math.abs(value) === 1 ? 'treat.semitone' : 'treat.semitones', { by: signed(value, value % 1 === 0 ? 0 : 2) });
/** The slider is straight in octaves: 100 % stands in its middle. */
const octave = (speed: number) => Math.log2(speed);

/** Speed by percent, by slider or by the new length; pitch; backwards. */
export function PlayedFields({ part }: { readonly part: Part }) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const ids = [part.id];
  const set = (change: PlayedChange) => edit(setPlayed, { ids, change });
  const speed = speedOf(part);
  const length = partSeconds(part);
  const rounded = (value: number) => Math.round(2 ** value * 100) / 100;
  return (
    <View className="gap-1">
      <Slider
        label={t('treat.speed')}
        value={octave(speed)}
        least={octave(least)}
        most={octave(most)}
        step={0.01}
        start={0}
        say={(value) => saySpeed(rounded(value) * 100)}
        onChange={(value) => tryOut(setPlayed, { ids, change: { speed: rounded(value) } })}
        onChangeEnd={(value) => set({ speed: rounded(value) })}
        onCancel={endPreview}
      />
      <NumberField
        label={t('treat.speedInPercent')}
        value={speed * 100}
        least={least * 100}
        most={most * 100}
        step={1}
        start={100}
        parse={parseSigned}
        say={saySpeed}
        onChange={(percent) => set({ speed: percent / 100 })}
      />
      <NumberField
        {...spanEntry}
        label={t('treat.newLength')}
        value={length}
        least={(length * speed) / most}
        most={(length * speed) / least}
        onChange={(seconds) => set({ speed: (length * speed) / seconds })}
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
