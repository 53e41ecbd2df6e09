import { decimal, t } from '../../words';
import { View } from 'react-native';
import { LIMITS, partSeconds, soundSeconds, type Part } from '../../core/show';
import { movePart, setFade, setPartGain, trimSource } from '../../core/show/edits';
import { parseTime } from '../../core/units';
import { useOpenShow, useShown } from '../../session/open/store';
import { LevelField } from '../controls/LevelField';
import { levelOfPercent, percentEntry, percentOfLevel } from '../controls/levelEntry';
import { momentEntry } from '../controls/timeEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Slider } from '../controls/Slider';
import { sayBend, sayChange } from '../words/levels';
import { PlaceFields } from '../bed/PlaceFields';

interface Props {
  readonly part: Part;
}

const sayExact = momentEntry.say;

/** Where a part starts and which passage of its sound it plays, to the millisecond. */
export function EndsFields({ part }: Props) {
  const { edit } = useOpenShow.getState();
  const source = useShown((show) => soundSeconds(show, part));
  const last = part.spans.at(-1)!;
  return (
    <View className="gap-1">
      <NumberField
        {...momentEntry}
        label={t('details.startsAt')}
        value={part.at}
        least={0}
        most={LIMITS.showSeconds}
        onChange={(at) => edit(movePart, { id: part.id, at })}
      />
      <NumberField
        {...momentEntry}
        label={t('common.from')}
        value={part.spans[0]!.from}
        least={0}
        most={source}
        onChange={(position) => edit(trimSource, { id: part.id, edge: 'start', position })}
      />
      <NumberField
        {...momentEntry}
        label={t('common.to')}
        value={last.to}
        least={0}
        most={source}
        onChange={(position) => edit(trimSource, { id: part.id, edge: 'end', position })}
      />
      <PlaceFields part={part} />
      <Say look="small" className="text-right">
        {t(part.spans.length > 1 ? 'details.playsInPassages' : 'details.playsOf', {
          length: sayExact(partSeconds(part)),
          source: sayExact(source),
          passages: part.spans.length,
        })}
      </Say>
    </View>
  );
}

export function FadeFields({ part }: { readonly part: Part }) {
  return (
    <View className="gap-1">
      <FadeField part={part} side="fadeUp" label={t('details.fadeUp')} />
      <FadeField part={part} side="fadeOut" label={t('details.fadeOut')} />
    </View>
  );
}

function FadeField({ part, side, label }: { readonly part: Part; readonly side: 'fadeUp' | 'fadeOut'; readonly label: string }) {
  const { edit, tryOut } = useOpenShow.getState();
  const fade = part[side];
  const bent = (bend: number) => ({ id: part.id, side, fade: { ...fade, bend } });
  return (
    <View className="gap-1">
      <NumberField
        label={label}
        value={fade.seconds}
        least={0}
        most={partSeconds(part)}
        step={0.5}
        parse={parseTime}
        say={(value) => `${decimal(value, value < 0.1 && value > 0 ? 3 : 1)} s`}
        onChange={(seconds) => edit(setFade, { id: part.id, side, fade: { ...fade, seconds } })}
      />
      {fade.seconds > 0 ? (
        <View className="flex-row items-center gap-2">
          <Say look="small" className="w-24">
            {sayBend(fade.bend)}
          </Say>
          <View className="flex-1">
            <Slider
              label={t('common.bend', { label })}
              value={fade.bend}
              least={-1}
              most={1}
              step={0.1}
              say={sayBend}
              onChange={(bend) => tryOut(setFade, bent(bend))}
              onChangeEnd={(bend) => edit(setFade, bent(bend))}
              onCancel={() => useOpenShow.getState().endPreview()}
            />
          </View>
        </View>
      ) : null}
    </View>
  );
}

/** Loudness by slider, in dB and in percent: three ways to the same number. */
export function LoudnessFields({ part }: { readonly part: Part }) {
  const { edit, tryOut } = useOpenShow.getState();
  const set = (gain: number) => edit(setPartGain, { ids: [part.id], gain });
  return (
    <View className="gap-1">
      <LevelField
        label={t('common.loudness')}
        gain={part.gain}
        note={sayChange(part.gain)}
        onTry={(gain) => tryOut(setPartGain, { ids: [part.id], gain })}
        onSet={set}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      <NumberField
        label={t('details.loudnessIn')}
        {...percentEntry}
        value={percentOfLevel(part.gain)}
        most={200}
        onChange={(percent) => set(levelOfPercent(percent))}
      />
    </View>
  );
}
