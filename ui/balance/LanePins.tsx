import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import Trash from 'lucide-react-native/icons/trash';
import { useEffect } from 'react';
import { View } from 'react-native';
import { LIMITS, type Lane, type Pin } from '../../core/show';
import { setLanePins } from '../../core/show/edits';
import { changeLanePin, openLanePin, useLanePin } from '../../session/balance/lanePins';
import { useOpenShow } from '../../session/open/store';
import { seek, useTransport } from '../../session/sound/transport';
import { sayLane, sayTime, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { levelEntry } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';

/** The pin that is nearest to the now line. */
function nearest(pins: readonly Pin[]): number {
  const { now } = useTransport.getState();
  const far = pins.map(({ at }) => Math.abs(at - now));
  return far.indexOf(Math.min(...far));
}

/** What was ridden on a lane: its pins one by one, to be moved, made louder or taken away (on the sheet they are knobs); all of them gone in one tap. */
export function LanePins({ lane }: { readonly lane: Lane }) {
  const { edit } = useOpenShow.getState();
  const open = useLanePin((state) => state.open);
  useEffect(() => () => openLanePin(null), [lane.id]);
  const pins = lane.pins ?? [];
  if (pins.length === 0) return null;
  const pin = open === null ? undefined : pins[open];
  const set = (next: readonly Pin[]) => edit(setLanePins, { id: lane.id, pins: next });
  const goTo = (index: number) => {
    openLanePin(index);
    seek(pins[index]!.at);
  };
  return (
    <View className="gap-1">
      <View className="flex-row items-center gap-2">
        <Say look="small" className="flex-1">
          {t('balance.ridden', { count: pins.length })}
        </Say>
        <Button
          label={t('balance.takeRideAway')}
          hint={t('balance.takeRideAwayOf', { lane: sayLane(lane) })}
          kind="quiet"
          onPress={() => set([])}
        />
      </View>
      {open === null || !pin ? (
        <View className="flex-row">
          <Button label={t('balance.pinByPin')} kind="quiet" onPress={() => goTo(nearest(pins))} />
        </View>
      ) : (
        <>
          <View className="flex-row items-center gap-1">
            <IconButton label={t('balance.earlierPin')} icon={ChevronUp} disabled={open === 0} onPress={() => goTo(open - 1)} />
            <IconButton
              label={t('balance.laterPin')}
              icon={ChevronDown}
              disabled={open === pins.length - 1}
              onPress={() => goTo(open + 1)}
            />
            <Say look="label" className="flex-1">
              {t('balance.pinOf', { number: open + 1, all: pins.length })}
            </Say>
            <IconButton
              label={t('balance.takePinAway', { at: sayTime(pin.at) })}
              icon={Trash}
              onPress={() => {
                set(pins.filter((one) => one !== pin));
                openLanePin(null);
              }}
            />
          </View>
          <NumberField
            {...momentEntry}
            label={t('balance.pinMoment')}
            value={pin.at}
            least={0}
            most={LIMITS.showSeconds}
            onChange={(at) => changeLanePin(lane, open, { at })}
          />
          <NumberField
            {...levelEntry}
            label={t('balance.pinLevel')}
            value={pin.gain}
            least={LIMITS.pin.least}
            most={LIMITS.pin.most}
            onChange={(gain) => changeLanePin(lane, open, { gain })}
          />
        </>
      )}
    </View>
  );
}
