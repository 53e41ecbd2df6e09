import { useSaved, whole } from '../../session/open/store';
import { t, upTo } from '../../words';
import Hand from 'lucide-react-native/icons/hand';
import { View } from 'react-native';
import { LIMITS, type Part } from '../../core/show';
import {
  changeGrid,
  changeLooping,
  endTaps,
  knowsBeat,
  startTaps,
  tapBeat,
  type Looping,
  type ShapedLoop,
} from '../../session/bed/looping';
import { Button } from '../controls/Button';
import { ClickSwitch } from '../fit/ClickSwitch';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry, parseSigned } from '../controls/timeEntry';

interface Props {
  readonly part: Part;
  readonly looping: Looping;
  readonly shaped: ShapedLoop;
}

/** Where a piece has its beats: tapped in, typed, nudged. */
export function LoopBeat({ looping, shaped: { grid }, part }: Props) {
  const show = useSaved(whole);
  const { taps } = looping;
  const { slowest, fastest } = LIMITS.grid;
  const known = knowsBeat(show, part);
  return (
    <View className="gap-1">
      <Say look="lead">{t('bed.theBeat')}</Say>
      {known || taps ? null : <Say look="small">{t('bed.nobodyHasSaidYetWhere')}</Say>}
      {taps ? (
        <View className="gap-2">
          <Say look="small">
            {t('bed.tapOnEveryBeatThe')} {taps.length === 0 ? '' : t('bed.tapsSoFar', { count: taps.length })}
          </Say>
          <View className="flex-row gap-2">
            <Button
              label={t('common.tap')}
              hint={t('bed.tapTheBeat')}
              icon={Hand}
              kind="strong"
              onPress={tapBeat}
              className="min-h-[4rem] grow"
            />
            <Button label={taps.length >= 3 ? t('bed.useTheseTaps') : t('common.stop')} onPress={endTaps} />
          </View>
        </View>
      ) : (
        <View className="flex-row flex-wrap gap-2">
          <Button label={t('bed.tapTheBeatIn')} icon={Hand} onPress={startTaps} />
          <ClickSwitch onChanged={() => changeLooping({})} />
        </View>
      )}
      <NumberField
        label={t('bed.tempo')}
        value={grid.tempo}
        least={slowest}
        most={fastest}
        step={0.1}
        parse={parseSigned}
        say={(value) => `${upTo(value, 3)} BPM`}
        onChange={(tempo) => changeGrid({ tempo })}
      />
      <NumberField
        {...momentEntry}
        label={t('bed.firstDownbeat')}
        value={grid.downbeat}
        least={0}
        most={show.media[part.media]!.seconds}
        step={0.01}
        onChange={(downbeat) => changeGrid({ downbeat })}
      />
      <Say look="small">{t('common.beatsInABar')}</Say>
      <Choice
        label={t('common.beatsInABar')}
        options={BEATS}
        value={String(grid.beats) as (typeof BEATS)[number]['value']}
        onChange={(beats) => changeGrid({ beats: Number(beats) })}
      />
    </View>
  );
}

const BEATS = (['2', '3', '4', '5', '6', '7'] as const).map((value) => ({ value, label: value }));
