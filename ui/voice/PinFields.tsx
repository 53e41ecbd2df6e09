import MapPin from 'lucide-react-native/icons/map-pin-plus';
import Trash from 'lucide-react-native/icons/trash';
import Undo from 'lucide-react-native/icons/undo-2';
import { useEffect } from 'react';
import { ScrollView, View } from 'react-native';
import { LIMITS, partSeconds, type Part, type Show } from '../../core/show';
import { clearPins, pinsToDips, removePins, setPins } from '../../core/show/edits';
import { sayGain, sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { takeDipsOver } from '../../session/voice/narrations';
import { choosePins, movePinsBy, pinHere, removeChosenPins, showPins, hidePins, usePinning } from '../../session/voice/pinning';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { levelEntry } from '../controls/levelEntry';
import { momentEntry } from '../controls/timeEntry';

/** Levels by hand: pins on top of the dips, one by one or several together; the dips taken over as pins, and back. */
export function PinFields({ show, part, shown }: { readonly show: Show; readonly part: Part; readonly shown: boolean }) {
  const { edit } = useOpenShow.getState();
  const chosen = usePinning(({ pinning }) => (pinning?.part === part.id ? pinning.chosen : null)) ?? [];
  // On the phone the pins come onto the sheet with the tool; on a wide screen with the first pin that is worked on.
  useEffect(() => {
    if (!shown) return undefined;
    showPins(part.id);
    return hidePins;
  }, [part.id, shown]);
  const one = chosen.length === 1 ? chosen[0]! : null;
  const pin = one === null ? undefined : part.pins[one];
  const bed = part.kind !== 'voice';
  return (
    <View className="gap-1">
      <Say look="small">
        {part.pins.length === 0
          ? 'No pins. A pin sets the level at its moment, on top of the dips; between two the level is straight.'
          : `${part.pins.length} ${part.pins.length === 1 ? 'pin' : 'pins'}${chosen.length > 0 ? `, ${chosen.length} chosen` : ''}: drag them on the sheet, across for the level, along for the time.`}
      </Say>
      <View className="flex-row flex-wrap gap-2">
        <Button label="Add a pin here" hint="Add a pin at the now line" icon={MapPin} onPress={pinHere} />
        {part.pins.length > 0 ? (
          <Button
            label={chosen.length === part.pins.length ? 'Choose none' : 'Choose all'}
            hint={chosen.length === part.pins.length ? 'Choose no pins' : 'Choose all pins'}
            kind="quiet"
            onPress={() => choosePins(part.id, chosen.length === part.pins.length ? [] : part.pins.map((_, index) => index))}
          />
        ) : null}
        {part.pins.length > 0 ? (
          <Button label="Reset all" hint="Reset all pins" kind="quiet" onPress={() => edit(clearPins, { ids: [part.id] })} />
        ) : null}
      </View>
      {part.pins.length > 0 ? (
        <ScrollView horizontal showsHorizontalScrollIndicator={false} contentContainerClassName="flex-row gap-1">
          {part.pins.slice(0, 60).map((each, index) => (
            <Button
              key={index}
              label={`${sayTime(part.at + each.at)} ${sayGain(each.gain)}`}
              hint={`Choose pin ${index + 1}`}
              kind="quiet"
              tight
              chosen={chosen.includes(index)}
              onPress={() => choosePins(part.id, chosen.includes(index) ? chosen.filter((other) => other !== index) : [...chosen, index])}
            />
          ))}
        </ScrollView>
      ) : null}
      {pin && one !== null ? (
        <>
          <NumberField
            label="Level of the pin"
            value={pin.gain}
            least={LIMITS.pin.least}
            most={LIMITS.pin.most}
            {...levelEntry}
            onChange={(gain) => movePinsBy(part, one, 0, gain - pin.gain, false)}
          />
          <NumberField
            {...momentEntry}
            label="Moment of the pin"
            value={part.at + pin.at}
            least={part.at}
            most={part.at + partSeconds(part)}
            onChange={(moment) => movePinsBy(part, one, moment - part.at - pin.at, 0, false)}
          />
          <View className="flex-row">
            <Button
              label="Reset this pin"
              kind="quiet"
              onPress={() =>
                edit(setPins, {
                  id: part.id,
                  pins: part.pins.map((each, index) => (index === one ? { ...each, gain: 0 } : each)),
                  title: 'reset a pin',
                })
              }
            />
            <Button label="Remove this pin" icon={Trash} kind="quiet" onPress={() => edit(removePins, { id: part.id, which: [one] })} />
          </View>
        </>
      ) : chosen.length > 1 ? (
        <View className="flex-row flex-wrap gap-2">
          {(
            [
              ['Lower', 0, -1],
              ['Raise', 0, 1],
              ['Earlier', -0.1, 0],
              ['Later', 0.1, 0],
            ] as const
          ).map(([label, by, gain]) => (
            <Button
              key={label}
              label={label}
              hint={`${label}: the chosen pins`}
              tight
              onPress={() => movePinsBy(part, chosen[0]!, by, gain, false)}
            />
          ))}
          <Button
            label="Remove them"
            hint="Remove the chosen pins"
            icon={Trash}
            kind="danger"
            tight
            onPress={() => removeChosenPins(part.id)}
          />
        </View>
      ) : null}
      {bed ? (
        <View className="flex-row flex-wrap gap-2">
          {part.undipped ? (
            <Button label="Back to the dips" icon={Undo} onPress={() => edit(pinsToDips, { id: part.id })} />
          ) : (
            <Button label="Take the dips over as pins" kind="quiet" onPress={() => takeDipsOver(show, part)} />
          )}
          {part.undipped ? <Say look="small">This part no longer follows the narrations: its level is set by hand.</Say> : null}
        </View>
      ) : null}
    </View>
  );
}
