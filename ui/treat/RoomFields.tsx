import { View } from 'react-native';
import { LIMITS, type LaneKind, type Room } from '../../core/show';
import { setRoom, type RoomOf } from '../../core/show/edits';
import { useOpenShow, useSaved } from '../../session/open/store';
import { decimal, sayGain, t } from '../../words';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { parseSigned } from '../controls/timeEntry';

const WHEN = ['never', 'speech', 'sound'] as const;
const WORDS = { never: 'room.never', speech: 'room.speech', sound: 'room.sound' } as const;

interface Props {
  readonly of: RoomOf;
  readonly room: Room | undefined;
  readonly kind: LaneKind;
}

/** Whether the bed makes room for a lane or a clip, when, and how far. */
export function RoomFields({ of, room, kind }: Props) {
  const { edit } = useOpenShow.getState();
  const dips = useSaved((show) => show.dips);
  const byItself = kind === 'voice' || (kind === 'own' && dips.hearsClips) ? 'speech' : 'never';
  const when = room?.when ?? byItself;
  const set = (next: Room) => edit(setRoom, { of, room: next });
  const usual = dips.depth.by === 'fixed' ? dips.depth.gain : -10;
  return (
    <View className="gap-1">
      <Say look="label">{t('room.title')}</Say>
      <Choice
        label={t('room.title')}
        options={WHEN.map((value) => ({ value, label: t(WORDS[value]) }))}
        value={when}
        onChange={(value) => set({ ...room, when: value as Room['when'] })}
      />
      {when === 'sound' ? (
        <NumberField
          label={t('room.louderThan')}
          value={room?.over ?? LIMITS.room.start}
          least={LIMITS.room.least}
          most={LIMITS.room.most}
          step={1}
          start={LIMITS.room.start}
          parse={parseSigned}
          say={(value) => `${decimal(value, 0)} LUFS`}
          onChange={(over) => set({ ...room, when, over })}
        />
      ) : null}
      {when === 'never' ? null : (
        <View className="gap-1">
          <View className="flex-row">
            <Switch
              label={t('room.asTheShow')}
              on={room?.by === undefined}
              onChange={(on) => {
                const over = room?.over === undefined ? {} : { over: room.over };
                set(on ? { when, ...over } : { when, ...over, by: usual });
              }}
            />
          </View>
          {room?.by === undefined ? null : (
            <NumberField
              label={t('room.downBy')}
              value={room.by}
              least={LIMITS.dip.least}
              most={0}
              step={1}
              start={usual}
              parse={parseSigned}
              say={sayGain}
              onChange={(by) => set({ ...room, by })}
            />
          )}
        </View>
      )}
      {kind === 'bed' && when !== 'never' ? <Say look="small">{t('room.notItself')}</Say> : null}
    </View>
  );
}
