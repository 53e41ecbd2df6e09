import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { memo, useRef } from 'react';
import { Pressable, View } from 'react-native';
import type { Lane, LaneKind } from '../../core/show';
import { setLane } from '../../core/show/edits';
import { bringBack, dropGate, gateAt, letGateGo, moveGate, sayGate, useRiding } from '../../session/balance/gates';
import { useOpenShow } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { sayLane, t } from '../../words';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { openPanel } from '../panels/open';
import { useTokens, type Token } from '../theme/useTokens';
import { sayLaneSettings } from '../words/treatments';
import { Channel } from './Channel';
import { LevelButton } from './LevelButton';
import { PanSlider } from './PanSlider';
import { LANE_SCALE } from './scale';

const LANE_TONES: Readonly<Record<LaneKind, readonly [tone: Token, bed: Token]>> = {
  bed: ['rain', 'rain-soft'],
  voice: ['brick', 'brick-soft'],
  own: ['slate', 'slate-soft'],
  spot: ['ochre', 'ochre-soft'],
};

interface Props {
  readonly lane: Lane;
  /** Nothing lies on it yet. */
  readonly empty: boolean;
}

/** A lane on the desk: its channel, and below it what is set once and for all. */
export const LaneRow = memo(function LaneRow({ lane, empty }: Props) {
  const tokens = useTokens();
  const [tone, bed] = LANE_TONES[lane.kind];
  const name = sayLane(lane);
  const { edit } = useOpenShow.getState();
  const peak = useRef<HTMLSpanElement>(null);
  const riding = useRiding((state) => state.riding);
  const ridden = (lane.pins?.length ?? 0) > 0;
  // A ridden lane's gate moves with what was ridden; tenths of a second are often enough for that.
  const moment = useTransport((state) => (ridden ? Math.round(state.now * 10) / 10 : 0));
  const gate = ridden ? gateAt(lane, moment) : lane.gain;
  const level = riding ? gate : lane.gain;
  const change = (next: Parameters<typeof setLane>[1]['change']) => edit(setLane, { id: lane.id, change: next });
  const settings = sayLaneSettings(lane);
  return (
    <View className="border-b border-line py-1" accessibilityLabel={t('balance.lane', { lane: name })} role="group">
      <View className="flex-row items-center gap-2">
        <View className="w-[4.25rem]">
          <Say look="label" style={{ color: tokens[empty ? 'ink-2' : tone] }}>
            {name}
          </Say>
        </View>
        <View className="min-w-0 flex-1">
          <Channel
            name={lane.id}
            label={t('balance.levelOf', { lane: name })}
            tone={tone}
            bed={bed}
            scale={LANE_SCALE}
            value={level}
            say={sayGate}
            onMove={(gain) => moveGate(lane.id, gain)}
            onLetGo={(gain) => letGateGo(lane.id, gain)}
            onCancel={dropGate}
            onReset={() => bringBack(lane.id, 'gain')}
            words={peak}
          />
        </View>
        <LevelButton
          name={t('balance.fieldsOf', { lane: name, level: sayGate(level) })}
          level={sayGate(level)}
          peak={peak}
          onPress={() => openPanel({ name: 'lane', lane: lane.id })}
        />
      </View>
      <View className="flex-row items-center gap-2">
        <Switch label={t('common.mute')} hint={t('details.mute', { title: name })} on={lane.mute} onChange={(mute) => change({ mute })} />
        <Switch label={t('common.solo')} hint={t('details.solo', { title: name })} on={lane.solo} onChange={(solo) => change({ solo })} />
        <PanSlider lane={lane} tone={tone} />
        <Pressable
          accessibilityRole="button"
          accessibilityLabel={t('balance.treatmentsOf', { lane: name, how: settings })}
          onPress={() => openPanel({ name: 'treat', of: { lane: lane.id } })}
          className="min-h-touch w-[6.75rem] flex-row items-center justify-end gap-0.5 active:opacity-70"
        >
          <Say look="small" className="flex-1 text-right" numberOfLines={2}>
            {settings}
          </Say>
          <ChevronRight size={16} strokeWidth={2} color={tokens['ink-2']} aria-hidden />
        </Pressable>
      </View>
    </View>
  );
});
