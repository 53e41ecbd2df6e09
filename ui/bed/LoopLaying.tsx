import Check from 'lucide-react-native/icons/check';
import Download from 'lucide-react-native/icons/download';
import { View } from 'react-native';
import { LIMITS, showSeconds, type Part, type Show } from '../../core/show';
import { sayTime } from '../../core/units';
import { changeLooping, fillLength, fillShow, saveLoop, type Looping } from '../../session/bed/looping';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { countEntry, momentEntry } from '../controls/timeEntry';
import { sentenceOf } from '../words/failures';

interface Props {
  readonly show: Show;
  readonly part: Part;
  readonly looping: Looping;
  readonly seconds: number;
  readonly onDone: () => void;
}

/** How a loop is laid under the show, and taken home. */
export function LoopLaying({ show, part, looping, seconds, onDone }: Props) {
  const { intro, ending, passes, saving } = looping;
  const room = showSeconds(show) - part.at;
  const over = seconds - room;
  return (
    <View className="gap-2">
      <Say look="lead">Laying it</Say>
      <View className="flex-row gap-2">
        <Button
          label="Intro"
          hint="With the intro"
          kind="quiet"
          chosen={intro}
          onPress={() => changeLooping({ intro: !intro })}
          className="flex-1"
        />
        <Button
          label="Ending"
          hint="With the ending"
          kind="quiet"
          chosen={ending}
          onPress={() => changeLooping({ ending: !ending })}
          className="flex-1"
        />
      </View>
      <NumberField
        {...countEntry}
        label="Passes of the loop"
        value={passes}
        least={1}
        most={LIMITS.spans}
        onChange={(next) => changeLooping({ passes: next })}
      />
      <NumberField
        {...momentEntry}
        label="Wanted length"
        value={seconds}
        least={0}
        most={LIMITS.showSeconds}
        step={1}
        note="the number of passes that comes nearest"
        onChange={fillLength}
      />
      <Button label="As long as the show" kind="quiet" disabled={room <= 0} onPress={fillShow} />
      <Say look="small">
        {intro ? 'Intro, ' : ''}
        {passes} {passes === 1 ? 'pass' : 'passes'}
        {ending ? ', ending' : ''}: {sayTime(seconds, 3)}
        {room > 0
          ? Math.abs(over) < 0.05
            ? ', as long as the show.'
            : `, ${Math.abs(over).toFixed(1)} s ${over < 0 ? 'short of the show' : 'more than the show'}.`
          : '.'}
      </Say>
      <Button label="Lay the loop" icon={Check} kind="strong" onPress={onDone} />
      {typeof saving === 'object' && 'failure' in saving ? <Notice grave text={sentenceOf(saving.failure)} /> : null}
      {typeof saving === 'object' && 'name' in saving ? <Notice text={`“${saving.name}” is written, with its loop points.`} /> : null}
      <Button label="Save the loop as WAV" icon={Download} kind="quiet" disabled={saving === 'busy'} onPress={() => void saveLoop()} />
    </View>
  );
}
