import { sayGain, sayTime, t } from '../../words';
import MapPin from 'lucide-react-native/icons/map-pin-plus';
import Trash from 'lucide-react-native/icons/trash';
import Undo from 'lucide-react-native/icons/undo-2';
import { useEffect } from 'react';
import { ScrollView, View } from 'react-native';
import { LIMITS, partSeconds, type Part } from '../../core/show';
import { clearPins, pinsToDips, removePins, setPins } from '../../core/show/edits';
import { useOpenShow, currentShow } from '../../session/open/store';
import { takeDipsOver } from '../../session/voice/narrations';
import { choosePins, movePinsBy, pinHere, removeChosenPins, showPins, hidePins, usePinning } from '../../session/voice/pinning';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { levelEntry } from '../controls/levelEntry';
import { momentEntry } from '../controls/timeEntry';

/** Levels by hand: pins on top of the dips, one by one or several together; the dips taken over as pins, and back. */
export function PinFields({ part, shown }: { readonly part: Part; readonly shown: boolean }) {
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
          ? t('voice.noPinsAPinSets')
          : t(chosen.length > 0 ? 'voice.pinsChosen' : 'voice.pins', { count: part.pins.length, chosen: chosen.length })}
      </Say>
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('voice.addAPinHere')} hint={t('voice.addAPinAtThe')} icon={MapPin} onPress={pinHere} />
        {part.pins.length > 0 ? (
          <Button
            label={chosen.length === part.pins.length ? t('voice.chooseNone') : t('common.chooseAll')}
            hint={chosen.length === part.pins.length ? t('voice.chooseNoPins') : t('voice.chooseAllPins')}
            kind="quiet"
            onPress={() => choosePins(part.id, chosen.length === part.pins.length ? [] : part.pins.map((_, index) => index))}
          />
        ) : null}
        {part.pins.length > 0 ? (
          <Button
            label={t('voice.resetAll')}
            hint={t('voice.resetAllPins')}
            kind="quiet"
            onPress={() => edit(clearPins, { ids: [part.id] })}
          />
        ) : null}
      </View>
      {part.pins.length > 0 ? (
        <ScrollView horizontal showsHorizontalScrollIndicator={false} contentContainerClassName="flex-row gap-1">
          {part.pins.slice(0, 60).map((each, index) => (
            <Button
              key={index}
              label={`${sayTime(part.at + each.at)} ${sayGain(each.gain)}`}
              hint={t('voice.choosePin', { number: index + 1 })}
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
            label={t('voice.levelOfThePin')}
            value={pin.gain}
            least={LIMITS.pin.least}
            most={LIMITS.pin.most}
            {...levelEntry}
            onChange={(gain) => movePinsBy(part, one, 0, gain - pin.gain, false)}
          />
          <NumberField
            {...momentEntry}
            label={t('voice.momentOfThePin')}
            value={part.at + pin.at}
            least={part.at}
            most={part.at + partSeconds(part)}
            onChange={(moment) => movePinsBy(part, one, moment - part.at - pin.at, 0, false)}
          />
          <View className="flex-row">
            <Button
              label={t('voice.resetThisPin')}
              kind="quiet"
              onPress={() =>
                edit(setPins, {
                  id: part.id,
                  pins: part.pins.map((each, index) => (index === one ? { ...each, gain: 0 } : each)),
                  name: 'edit.resetAPin',
                })
              }
            />
            <Button
              label={t('voice.removeThisPin')}
              icon={Trash}
              kind="quiet"
              onPress={() => edit(removePins, { id: part.id, which: [one] })}
            />
          </View>
        </>
      ) : chosen.length > 1 ? (
        <View className="flex-row flex-wrap gap-2">
          {(
            [
              [t('voice.lower'), 0, -1],
              [t('voice.raise'), 0, 1],
              [t('common.earlier'), -0.1, 0],
              [t('common.later'), 0.1, 0],
            ] as const
          ).map(([label, by, gain]) => (
            <Button
              key={label}
              label={label}
              hint={t('voice.theChosenPins', { label })}
              tight
              onPress={() => movePinsBy(part, chosen[0]!, by, gain, false)}
            />
          ))}
          <Button
            label={t('common.removeThem')}
            hint={t('voice.removeTheChosenPins')}
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
            <Button label={t('voice.backToTheDips')} icon={Undo} onPress={() => edit(pinsToDips, { id: part.id })} />
          ) : (
            <Button label={t('voice.takeTheDipsOverAs')} kind="quiet" onPress={() => takeDipsOver(currentShow()!, part)} />
          )}
          {part.undipped ? <Say look="small">{t('voice.thisPartNoLongerFollows')}</Say> : null}
        </View>
      ) : null}
    </View>
  );
}
