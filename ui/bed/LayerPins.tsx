import MapPin from 'lucide-react-native/icons/map-pin-plus';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { LIMITS, partSeconds, pinLevel, type Part, type Pin, type Strand } from '../../core/show';
import { setLayerPins } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { levelEntry } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { momentEntry } from '../controls/timeEntry';

interface Props {
  readonly part: Part;
  readonly strand: Strand;
}

/** Levels of a layer over time: a pin at the now line, and each of those that are there with its moment and its level. */
export function LayerPins({ part, strand: { media, title, pins = [] } }: Props) {
  const set = (next: readonly Pin[]) => useOpenShow.getState().edit(setLayerPins, { id: part.id, media, pins: next });
  const length = partSeconds(part);
  const add = () => {
    const at = clamp(useTransport.getState().now - part.at, 0, length);
    set([...pins, { at, gain: pinLevel(pins, at) }]);
  };
  const put = (index: number, change: Partial<Pin>) => set(pins.map((pin, i) => (i === index ? { ...pin, ...change } : pin)));
  return (
    <View className="gap-1">
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('voice.addAPinHere')} hint={t('bed.addLayerPin', { title })} icon={MapPin} onPress={add} />
        {pins.length > 0 ? <Button label={t('common.levelAsBefore')} kind="quiet" onPress={() => set([])} /> : null}
      </View>
      {pins.slice(0, SHOWN).map((pin, index) => (
        <View key={index} className="gap-1 border-t border-line pt-1">
          <View className="flex-row items-center gap-1">
            <View className="flex-1">
              <NumberField
                {...momentEntry}
                label={t('bed.layerPinMoment', { number: index + 1 })}
                value={part.at + pin.at}
                least={part.at}
                most={part.at + length}
                onChange={(moment) => put(index, { at: moment - part.at })}
              />
              <NumberField
                {...levelEntry}
                label={t('bed.layerPinLevel', { number: index + 1 })}
                value={pin.gain}
                least={LIMITS.pin.least}
                most={LIMITS.pin.most}
                onChange={(gain) => put(index, { gain })}
              />
            </View>
            <IconButton
              label={t('balance.takePinAway', { at: sayTime(part.at + pin.at) })}
              icon={Trash}
              onPress={() => set(pins.filter((_, i) => i !== index))}
            />
          </View>
        </View>
      ))}
    </View>
  );
}

/** Pins that are listed. */
const SHOWN = 40;
