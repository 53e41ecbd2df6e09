import Hand from 'lucide-react-native/icons/pointer';
import { ScrollView, View } from 'react-native';
import { sayTime } from '../../core/units';
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
      <View className="gap-2" accessibilityLabel="Tap along">
        <Say look="small">
          {tapping.taps.length === 0
            ? 'Tap where the next picture should come: the button, or the key T.'
            : `${tapping.taps.length} tapped, the last at ${sayTime(tapping.taps.at(-1)!)}.`}
        </Say>
        <Button label="Tap" hint="Tap: next picture" icon={Hand} kind="strong" onPress={tap} className="py-8" />
        <Button label="That is all" kind="quiet" onPress={stopTapping} />
      </View>
    );
  }
  const { taps } = tapping;
  return (
    <View className="gap-2" accessibilityLabel="Tapped changes">
      <View className="flex-row items-center gap-2">
        <Say look="strong" className="flex-1">
          {taps.length === 1 ? 'One change tapped' : `${taps.length} changes tapped`}
        </Say>
        <Button label="All earlier" onPress={() => nudgeTaps('all', -STEP)} tight />
        <Button label="All later" onPress={() => nudgeTaps('all', STEP)} tight />
      </View>
      <ScrollView className="max-h-32" showsVerticalScrollIndicator={false}>
        {taps.map((moment, index) => (
          <View key={index} className="flex-row items-center gap-2">
            <Say look="time" className="flex-1">
              {index + 1}. {sayTime(moment, 2)}
            </Say>
            <Button label="Earlier" hint={`Tap ${index + 1} earlier`} onPress={() => nudgeTaps(index, -STEP)} tight />
            <Button label="Later" hint={`Tap ${index + 1} later`} onPress={() => nudgeTaps(index, STEP)} tight />
          </View>
        ))}
      </ScrollView>
      <View className="flex-row gap-2">
        <Button label="Use these times" kind="strong" onPress={takeTaps} className="grow" />
        <Button label="Tap again" onPress={startTapping} />
        <Button label="Drop them" kind="quiet" onPress={dropTapping} />
      </View>
    </View>
  );
}
