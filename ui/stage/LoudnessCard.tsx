import { useShown, whole } from '../../session/open/store';
import { decimal, sayLevel, t } from '../../words';
import { View } from 'react-native';

import { useLoudness } from '../../session/sound/useLoudness';
import { Caught } from '../controls/Caught';
import { later } from '../controls/later';
import { Say } from '../controls/Say';
import { Reading } from '../controls/Reading';

// The chart comes only when a wide screen asks for it: a phone's first visit does not pay for it.
const LoudnessChart = later(async () => (await import('../charts')).LoudnessChart);

/** How loud the show is over its time, and the two numbers that count. */
export function LoudnessCard({ width }: { readonly width: number }) {
  const show = useShown(whole);
  const { data, stale } = useLoudness(show);
  if (!data) return null;
  return (
    <View className="gap-2">
      <View className="flex-row items-baseline justify-between">
        <Say look="label">{t('stage.loudnessOverTheShow')}</Say>
        <Say look="small">{stale ? t('common.measuring') : t('stage.momentaryLufs')}</Say>
      </View>
      <View className={`h-40 overflow-hidden rounded-control border border-line bg-card ${stale ? 'opacity-60' : ''}`}>
        <Caught what={t('stage.theDrawingOfTheLoudness')}>
          <LoudnessChart momentary={data.momentary} width={width} />
        </Caught>
      </View>
      <View className={`flex-row gap-2 ${stale ? 'opacity-60' : ''}`}>
        <Reading title={t('common.wholeShow')} value={data.integrated === null ? '–' : `${decimal(data.integrated, 1)} LUFS`} />
        <Reading
          title={t('common.highestPeak')}
          value={data.truePeak === null ? '–' : sayLevel(data.truePeak).replace('dB', 'dBTP')}
          red={(data.truePeak ?? -1) > 0}
        />
      </View>
    </View>
  );
}
