import { sayTime, t } from '../../words';
import Hand from 'lucide-react-native/icons/pointer';
import { ScrollView, View } from 'react-native';
import { dropTapping, nudgeTaps, startTapping, stopTapping, takeTaps, tap, useTapping } from '../../session/pictures/tapping';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';

/** One step of nudging, seconds. */
const STEP = 0.05;

/** Tapping along: the wide button while the bed plays, then the taps to be nudged and used. Null while nobody taps. */
export function TapBar() {
  const { tapping } = useTapping();
  if (tapping.status === 'off') return null;
  if (tapping.status === 'tapping') {
    return (
      <View className="gap-2" accessibilityLabel={t('pictures.tapAlong')}>
        <Say look="small">
          {tapping.taps.length === 0
            ? t('pictures.tapWhereTheNextPicture')
            : t('pictures.tappedTheLastAt', { count: tapping.taps.length, at: sayTime(tapping.taps.at(-1)!) })}
        </Say>
        <Button label={t('common.tap')} hint={t('pictures.tapNextPicture')} icon={Hand} kind="strong" onPress={tap} className="py-8" />
        <Button label={t('pictures.thatIsAll')} kind="quiet" onPress={stopTapping} />
      </View>
    );
  }
  const { taps } = tapping;
  return (
    <View className="gap-2" accessibilityLabel={t('pictures.tappedChanges')}>
      <View className="flex-row items-center gap-2">
        <Say look="strong" className="flex-1">
          {t('pictures.changesTapped', { count: taps.length })}
        </Say>
        <Button label={t('pictures.allEarlier')} onPress={() => nudgeTaps('all', -STEP)} tight />
        <Button label={t('pictures.allLater')} onPress={() => nudgeTaps('all', STEP)} tight />
      </View>
      <ScrollView className="max-h-32" showsVerticalScrollIndicator={false}>
        {taps.map((moment, index) => (
          <View key={index} className="flex-row items-center gap-2">
            <Say look="time" className="flex-1">
              {index + 1}. {sayTime(moment, 2)}
            </Say>
            <Button
              label={t('common.earlier')}
              hint={t('pictures.tapEarlier', { number: index + 1 })}
              onPress={() => nudgeTaps(index, -STEP)}
              tight
            />
            <Button
              label={t('common.later')}
              hint={t('pictures.tapLater', { number: index + 1 })}
              onPress={() => nudgeTaps(index, STEP)}
              tight
            />
          </View>
        ))}
      </ScrollView>
      <View className="flex-row gap-2">
        <Button label={t('pictures.useTheseTimes')} kind="strong" onPress={takeTaps} className="grow" />
        <Button label={t('pictures.tapAgain')} onPress={startTapping} />
        <Button label={t('pictures.dropThem')} kind="quiet" onPress={dropTapping} />
      </View>
    </View>
  );
}
