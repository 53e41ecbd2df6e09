import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { LIMITS, type Lane, type Pin } from '../../core/show';
import { setLanePins } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { seek } from '../../session/sound/transport';
import { sayLane, sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { levelEntry } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';
import { useState } from 'react';

/** What was ridden on a lane: its pins, one of them to be moved, made louder or taken away; all of them gone in one tap. */
export function LanePins({ lane }: { readonly lane: Lane }) {
  const { edit } = useOpenShow.getState();
  const [open, setOpen] = useState<number | null>(null);
  const pins = lane.pins ?? [];
  if (pins.length === 0) return null;
  const name = sayLane(lane);
  const set = (next: readonly Pin[]) => edit(setLanePins, { id: lane.id, pins: next });
  const pin = open === null ? undefined : pins[open];
  const change = (next: Partial<Pin>) => {
    if (!pin) return;
    const moved = pins.map((one) => (one === pin ? { ...one, ...next } : one)).sort((a, b) => a.at - b.at);
    set(moved);
    setOpen(moved.findIndex((one) => one.at === (next.at ?? pin.at)));
  };
  return (
    <View className="gap-1">
      <View className="flex-row items-center gap-2">
        <Say look="small" className="flex-1">
          {t('balance.ridden', { count: pins.length })}
        </Say>
        <Button label={t('balance.takeRideAway')} hint={t('balance.takeRideAwayOf', { lane: name })} kind="quiet" onPress={() => set([])} />
      </View>
      <View className="flex-row flex-wrap gap-1.5">
        {pins.map((one, index) => (
          <Button
            key={one.at}
            label={sayTime(one.at)}
            hint={t('balance.pinAt', { at: sayTime(one.at), level: levelEntry.say(one.gain) })}
            kind="quiet"
            tight
            chosen={open === index}
            onPress={() => {
              setOpen(open === index ? null : index);
              seek(one.at);
            }}
          />
        ))}
      </View>
      {pin ? (
        <>
          <NumberField
            {...momentEntry}
            label={t('balance.pinMoment')}
            value={pin.at}
            least={0}
            most={LIMITS.showSeconds}
            onChange={(at) => change({ at })}
          />
          <NumberField
            {...levelEntry}
            label={t('balance.pinLevel')}
            value={pin.gain}
            least={LIMITS.pin.least}
            most={LIMITS.pin.most}
            onChange={(gain) => change({ gain })}
          />
          <IconButton
            label={t('balance.takePinAway', { at: sayTime(pin.at) })}
            icon={Trash}
            onPress={() => {
              set(pins.filter((one) => one !== pin));
              setOpen(null);
            }}
          />
        </>
      ) : null}
    </View>
  );
}
