import { sayLane, t } from '../../words';
import Plus from 'lucide-react-native/icons/plus';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { TextInput, View } from 'react-native';
import { LANES, LIMITS, lanesOf, type Lane } from '../../core/show';
import { removeLane, setLane } from '../../core/show/edits';
import { useOpenShow, useSaved } from '../../session/open/store';
import { addLaneOf, laneFor, useLaneInUse } from '../../session/open/lanes';
import { Button, IconButton } from '../controls/Button';
import { levelEntry } from '../controls/levelEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { openPanel } from '../panels/open';
import { sayLaneSettings } from '../words/treatments';

/** What the lanes of a kind are called and what is said of them. */
const WORDS = {
  voice: {
    one: 'details.speaker',
    about: 'details.eachSpeakerHasALane',
    add: 'details.addASpeaker',
    next: (count: number) => t('details.voice', { count }),
    here: 'details.recordHere',
    hint: (title: string) => t('details.recordOn', { title }),
    tone: 'border-brick',
  },
  bed: {
    one: 'details.lane',
    about: 'details.musicAndAnAmbienceUnder',
    add: 'details.addALaneToThe',
    next: (count: number) => t('details.bed', { count }),
    here: 'details.layHere',
    hint: (title: string) => t('details.layOn', { title }),
    tone: 'border-rain',
  },
} as const;

export const LANES_TITLE = { voice: 'common.speakers', bed: 'details.lanesOfTheBed' } as const;

type Kind = keyof typeof WORDS;

/** The lanes of a kind: name, muted, alone, how loud; and which one is recorded on, or laid on. */
export function LanesPanel({ kind }: { readonly kind: Kind }) {
  const lanes = useSaved((show) => lanesOf(show, kind));
  const words = WORDS[kind];
  useLaneInUse();
  const here = useSaved((show) => laneFor(show, kind).id);
  return (
    <View className="gap-3">
      <Say look="small">{t(words.about)}</Say>
      {lanes.map((lane) => (
        <LaneFields key={lane.id} kind={kind} lane={lane} chosen={lane.id === here} alone={lanes.length === 1} />
      ))}
      <Button
        label={t(words.add)}
        icon={Plus}
        disabled={lanes.length >= LANES[kind].most}
        onPress={() => addLaneOf(kind, words.next(lanes.length + 1))}
      />
    </View>
  );
}

interface FieldsProps {
  readonly kind: Kind;
  readonly lane: Lane;
  readonly chosen: boolean;
  readonly alone: boolean;
}

function LaneFields({ kind, lane, chosen, alone }: FieldsProps) {
  const { edit } = useOpenShow.getState();
  const words = WORDS[kind];
  const name = sayLane(lane);
  const [typed, setTyped] = useState<string | null>(null);
  const change = (next: Parameters<typeof setLane>[1]['change']) => edit(setLane, { id: lane.id, change: next });
  return (
    <View
      className={`gap-1 rounded-control border bg-card p-2 ${chosen ? words.tone : 'border-line'}`}
      accessibilityLabel={`${t(words.one)} ${name}`}
    >
      <View className="flex-row items-center gap-1">
        <TextInput
          accessibilityLabel={t('details.nameOf', { title: name })}
          value={typed ?? name}
          maxLength={LIMITS.titleLength}
          onChangeText={setTyped}
          onBlur={() => {
            if (typed !== null && typed.trim() !== name) change({ title: typed });
            setTyped(null);
          }}
          className="h-touch flex-1 rounded-control border border-line bg-card px-2 font-text text-body text-ink"
        />
        {alone ? null : (
          <IconButton
            label={t('details.remove', { title: name })}
            icon={Trash}
            tone="red"
            onPress={() => edit(removeLane, { id: lane.id })}
          />
        )}
      </View>
      <View className="flex-row flex-wrap gap-2">
        {alone && kind === 'bed' ? null : (
          <Switch label={t(words.here)} hint={words.hint(name)} on={chosen} onChange={() => useLaneInUse.setState({ [kind]: lane.id })} />
        )}
        <Switch label={t('common.mute')} hint={t('details.mute', { title: name })} on={lane.mute} onChange={(mute) => change({ mute })} />
        <Switch label={t('common.solo')} hint={t('details.solo', { title: name })} on={lane.solo} onChange={(solo) => change({ solo })} />
      </View>
      <NumberField
        label={t('details.levelOf', { title: name })}
        value={lane.gain}
        {...levelEntry}
        least={LIMITS.gain.least}
        most={LIMITS.lane.most}
        onChange={(gain) => change({ gain })}
      />
      <Button
        label={sayLaneSettings(lane)}
        hint={t('balance.treatmentsOf', { lane: name, how: sayLaneSettings(lane) })}
        kind="quiet"
        onPress={() => openPanel({ name: 'treat', of: { lane: lane.id } })}
        className="self-start"
      />
    </View>
  );
}
