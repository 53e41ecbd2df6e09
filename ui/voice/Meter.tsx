import { sayLevel, t } from '../../words';
import { View } from 'react-native';
import { clamp, decibelsOfGain } from '../../core/units';
import { useMeter } from '../../session/voice/recording';
import { Say } from '../controls/Say';

const FLOOR = -48;
/** From here on it is red: too close to the top for a louder word (dBFS, common practice). */
const RED = -6;
const share = (level: number) => clamp((level - FLOOR) / -FLOOR, 0, 1) * 100;

/** How loud the microphone hears, with the zone at its top that is too loud. */
export function Meter() {
  const { peak, most } = useMeter();
  const level = decibelsOfGain(peak);
  const red = level > RED;
  const words =
    most >= 0.999
      ? t('voice.cutOff')
      : decibelsOfGain(most) > RED
        ? t('voice.loud')
        : most < 0.01
          ? t('voice.hardlyAnythingYet')
          : t('voice.good');
  return (
    <View className="gap-0.5">
      <View
        accessibilityRole="progressbar"
        accessibilityLabel={t('voice.levelOfTheMicrophone')}
        aria-valuenow={Math.round(Math.max(FLOOR, level))}
        aria-valuemin={FLOOR}
        aria-valuemax={0}
        className="h-4 w-full flex-row overflow-hidden rounded-full border border-line bg-card"
      >
        <View style={{ position: 'absolute', left: `${share(RED)}%`, right: 0, top: 0, bottom: 0, opacity: 0.25 }} className="bg-red" />
        <View className={`h-4 ${red ? 'bg-red' : 'bg-brick'}`} style={{ width: `${share(level)}%` }} />
        <View style={{ position: 'absolute', left: `${share(decibelsOfGain(most))}%`, width: 2, top: 0, bottom: 0 }} className="bg-ink" />
      </View>
      <Say look="small">{t('voice.highest', { level: sayLevel(decibelsOfGain(most)), words })}</Say>
    </View>
  );
}
