import Trash from 'lucide-react-native/icons/trash';
import UserPlus from 'lucide-react-native/icons/user-plus';
import { TextInput, View } from 'react-native';
import { LIMITS, type Lane, type Show } from '../../core/show';
import { removeVoiceLane, setLane } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { addSpeaker, speakerOf, useSpeaker } from '../../session/open/speaker';
import { Button, IconButton } from '../controls/Button';
import { DecibelField } from '../controls/DecibelField';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';
import { useState } from 'react';

/** A lane for each speaker: its name, muted, alone, how loud; and which one is recorded on. */
export function SpeakersPanel({ show }: { readonly show: Show }) {
  const lanes = show.lanes.filter((lane) => lane.kind === 'voice');
  useSpeaker();
  const here = speakerOf(show);
  return (
    <View className="gap-3">
      <Say look="small">Each speaker has a lane. What is recorded or brought in comes to the one that is chosen.</Say>
      {lanes.map((lane) => (
        <Speaker key={lane.id} lane={lane} chosen={lane.id === here} alone={lanes.length === 1} />
      ))}
      <Button
        label="Add a speaker"
        icon={UserPlus}
        disabled={lanes.length >= LIMITS.voice.lanes}
        onPress={() => addSpeaker(`Voice ${lanes.length + 1}`)}
      />
    </View>
  );
}

function Speaker({ lane, chosen, alone }: { readonly lane: Lane; readonly chosen: boolean; readonly alone: boolean }) {
  const { edit } = useOpenShow.getState();
  const [typed, setTyped] = useState<string | null>(null);
  const change = (next: Parameters<typeof setLane>[1]['change']) => edit(setLane, { id: lane.id, change: next });
  return (
    <View
      className={`gap-1 rounded-control border bg-card p-2 ${chosen ? 'border-brick' : 'border-line'}`}
      accessibilityLabel={`Speaker ${lane.title}`}
    >
      <View className="flex-row items-center gap-1">
        <TextInput
          accessibilityLabel={`Name of ${lane.title}`}
          value={typed ?? lane.title}
          maxLength={LIMITS.titleLength}
          onChangeText={setTyped}
          onBlur={() => {
            if (typed !== null && typed.trim() !== lane.title) change({ title: typed });
            setTyped(null);
          }}
          className="h-touch flex-1 rounded-control border border-line bg-card px-2 font-text text-body text-ink"
        />
        {alone ? null : (
          <IconButton label={`Remove ${lane.title}`} icon={Trash} tone="red" onPress={() => edit(removeVoiceLane, { id: lane.id })} />
        )}
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Switch label="Record here" hint={`Record on ${lane.title}`} on={chosen} onChange={() => useSpeaker.setState({ lane: lane.id })} />
        <Switch label="Mute" hint={`Mute ${lane.title}`} on={lane.mute} onChange={(mute) => change({ mute })} />
        <Switch label="Solo" hint={`Solo ${lane.title}`} on={lane.solo} onChange={(solo) => change({ solo })} />
      </View>
      <DecibelField label={`Level of ${lane.title}`} value={lane.gain} onChange={(gain) => change({ gain })} />
    </View>
  );
}
