import { View } from 'react-native';
import { LIMITS, type Lane } from '../../core/show';
import { setLane } from '../../core/show/edits';
import { useOpenShow, useSaved } from '../../session/open/store';
import { sayPan } from '../../session/balance/gates';
import { t } from '../../words';
import { levelEntry, levelOfPercent, percentEntry, percentOfLevel } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { parseSigned } from '../controls/timeEntry';
import { RoomFields } from '../treat/RoomFields';
import { LanePins } from './LanePins';

/** A lane's values as fields: level in dB and percent, place, what was ridden, room. */
export function LanePanel({ id }: { readonly id: string }) {
  const lane = useSaved((show) => show.lanes.find((one) => one.id === id));
  return lane ? <Fields lane={lane} /> : null;
}

function Fields({ lane }: { readonly lane: Lane }) {
  const { edit } = useOpenShow.getState();
  const change = (next: Parameters<typeof setLane>[1]['change']) => edit(setLane, { id: lane.id, change: next });
  return (
    <View className="gap-2">
      <NumberField
        label={t('balance.levelInDb')}
        value={lane.gain}
        {...levelEntry}
        least={LIMITS.gain.least}
        most={LIMITS.lane.most}
        onChange={(gain) => change({ gain })}
      />
      <NumberField
        label={t('balance.levelInPercent')}
        value={percentOfLevel(lane.gain)}
        {...percentEntry}
        start={100}
        most={percentOfLevel(LIMITS.lane.most)}
        onChange={(percent) => change({ gain: levelOfPercent(percent) })}
      />
      <NumberField
        label={t('balance.place')}
        value={Math.round(lane.pan * 100)}
        least={-100}
        most={100}
        step={5}
        start={0}
        parse={parseSigned}
        say={(value) => sayPan(value / 100)}
        note={t('balance.placeNote')}
        onChange={(pan) => change({ pan: pan / 100 })}
      />
      <LanePins lane={lane} />
      <RoomFields of={{ lane: lane.id }} room={lane.room} kind={lane.kind} />
    </View>
  );
}
